/** Where a link of the documentation leads in the application; what is no page of it stays as it is. @param from the page that it is on */
export function docAddress(href: string, from: string): string {
  const [, file, anchor = ''] = /^((?!\w+:|\/|#)[^#]+\.md)(#.*)?$/.exec(href) ?? []
  if (file === undefined) return href
  const { pathname } = new URL(file, `http://docs/${from}`)
  return `/-/docs${pathname.replace(/\.md$/, '')}${anchor && `#s-${anchor.slice(1)}`}`
}
