import { wordsOf } from '../../text/words'

/** What is said around the glossary. */
export const glossaryWords = wordsOf({
  'glossary.glossary': 'Glossary',
  'glossary.findTerm': 'Find a term',
  'glossary.noTermHasThese': 'No term has these words.',
  'glossary.glossaryEpiro': 'Glossary · Epiro',
})
