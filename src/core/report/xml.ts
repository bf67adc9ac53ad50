const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
// XML has no way to write them.
// eslint-disable-next-line no-control-regex -- these are what is looked for
const UNWRITABLE = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g

/** A text as XML and HTML have it, in an element or an attribute. */
export const escaped = (text: string): string =>
  text.replace(UNWRITABLE, '\ufffd').replace(/[&<>"']/g, (sign) => SIGNS[sign]!)
