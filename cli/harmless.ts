/** What a terminal would obey: control codes of both sets, and marks that turn the way of reading. */
// eslint-disable-next-line no-control-regex
const CODES = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g

/** A text for a terminal: names from files are shown, and nothing in them is obeyed. Lines and tabs stay. */
export const harmless = (text: string): string => text.replace(CODES, '\ufffd')

/** The same of JSON, which stays the same value. */
export const harmlessJson = (text: string): string =>
  text.replace(CODES, code => `\\u${code.charCodeAt(0).toString(16).padStart(4, '0')}`)
