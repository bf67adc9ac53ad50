const format = (options: Intl.DateTimeFormatOptions) => {
  const printer = new Intl.DateTimeFormat('en-GB', options)
  return (at: string) => printer.format(new Date(at))
}

/** A point in time of these days. @param at ISO 8601 */
export const shortTime = format({ day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** The same where several may lie in one minute. @param at ISO 8601 */
export const exactTime = format({
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
})

/** A point in time, to the second. @param at ISO 8601 */
export const longTime = format({
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
  second: '2-digit',
})
