import { Link } from './Link'
import { SchemeSwitch } from './SchemeSwitch'

/** Pages that belong to no library. */
const PAGES = [
  ['Libraries', '/-/libraries'],
  ['Workers', '/-/workers'],
  ['Documentation', '/-/docs'],
] as const

/** The head of a page that belongs to no library, with the ways to the others. */
export const PageHead = ({ title, className = '' }: { title: (typeof PAGES)[number][0]; className?: string }) => (
  <header className={`flex flex-wrap items-center gap-x-3 gap-y-1 ${className}`}>
    <h1 className="mr-auto text-[1.125rem] font-semibold">{title}</h1>
    <nav aria-label="Brelt" className="flex flex-wrap gap-x-3">
      {PAGES.filter(([name]) => name !== title).map(([name, href]) => (
        <Link key={name} href={href} className="underline underline-offset-2">
          {name}
        </Link>
      ))}
    </nav>
    <SchemeSwitch />
  </header>
)
