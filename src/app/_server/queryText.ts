/** What stands after the question mark of a page's address; names that are given twice are left out. */
export function queryText(given: Readonly<Record<string, string | string[] | undefined>>): string {
  const pairs = Object.entries(given).flatMap(([name, value]): [string, string][] =>
    typeof value === 'string' ? [[name, value]] : [],
  )
  return new URLSearchParams(pairs).toString()
}
