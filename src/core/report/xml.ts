import { inert } from '../words'

const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
// XML has no way to write them.
const UNWRITABLE = /[\ufffe\uffff]/g

/** A text as XML and HTML have it, in an element or an attribute. */
export const escaped = (text: string): string =>
  inert(text)
    .replace(UNWRITABLE, '\ufffd')
    .replace(/[&<>"']/g, (sign) => SIGNS[sign]!)
