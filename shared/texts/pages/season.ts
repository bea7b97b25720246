import { wordsOf } from '../../text/words'

/** What is said beside the charts of a season. */
export const seasonWords = wordsOf({ 'lostChart.takesLost': 'takes lost' })
