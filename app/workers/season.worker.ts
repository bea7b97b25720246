import { type SeasonAnswers, type SeasonLog, answersOf } from '~~/core/season'
import { answering } from './answering'

/** Answers a season's questions away from the page's thread. */
answering<SeasonLog, SeasonAnswers>(answersOf)
