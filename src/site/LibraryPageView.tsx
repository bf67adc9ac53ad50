import { linkTarget, type LibraryPage, type LinkPlaces } from '@/core/pages'
import { readHeadings } from '@/core/guide'
import { Prose } from '@/ui/guide'
import { fileAddress } from './fileAddress'

/** A page of the library's own, with its contents beside it. */
export function LibraryPageView({ page, places }: { page: LibraryPage; places: LinkPlaces }) {
  const headings = readHeadings(page.text).filter(({ level }) => level === 2)
  const hrefOf = (href: string): string => {
    const target = linkTarget(page, href, places)
    switch (target.to) {
      case 'page':
        return `${target.page.name}.html${target.heading === undefined ? '' : `#${target.heading}`}`
      case 'component':
        return `${target.slug}.html`
      case 'file':
        return fileAddress(target.path)
      // What leads nowhere is told where the guide is published.
      case 'elsewhere':
      case 'nowhere':
        return href
    }
  }
  return (
    <div className="mx-auto grid max-w-[1000px] gap-6 p-3 md:grid-cols-[minmax(0,1fr)_200px]">
      <article className="min-w-0">
        <h1 className="text-xl font-semibold">{page.title}</h1>
        <Prose text={page.text} hrefOf={hrefOf} srcOf={hrefOf} />
      </article>
      {headings.length > 1 && (
        <nav aria-label="On this page" className="hidden md:block">
          <ul className="sticky top-3 border-l border-line pl-3">
            {headings.map(({ id, text }) => (
              <li key={id}>
                <a href={`#${id}`} className="underline-offset-2 hover:underline">
                  {text}
                </a>
              </li>
            ))}
          </ul>
        </nav>
      )}
    </div>
  )
}
