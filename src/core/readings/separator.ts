/** Several matches of one part (`header[*]`) are read into one text, with this between them; no page shows it. */
export const MATCH_SEPARATOR = '\u001f'
