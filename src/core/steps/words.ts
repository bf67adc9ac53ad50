/** Nested values as words: `visible yes, text Save`. */
export function wordsOf(value: unknown): string {
  if (Array.isArray(value)) return value.map(wordsOf).join(' and ')
  if (typeof value !== 'object' || value === null) return String(value)
  if ('at' in value && Array.isArray(value.at)) return `${value.at.join(', ')}`
  return Object.entries(value)
    .map(([name, inner]) => `${name} ${wordsOf(inner)}`)
    .join(', ')
}
