/** Where a case is shown among all of its component. */
export const caseAddress = (library: string, slug: string, key: string): string =>
  `/${library}/${slug}/matrix?case=${encodeURIComponent(key)}`
