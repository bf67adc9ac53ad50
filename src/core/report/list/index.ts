import { json } from './json'
import { text } from './text'

/** Every form of reports; the first is the usual one. */
export const REPORTER_LIST = [text, json] as const
