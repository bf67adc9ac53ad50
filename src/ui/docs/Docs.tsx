'use client'

import { Link, PageHead } from '../frame'
import { Prose } from '../guide'
import { docAddress } from './docAddress'

interface DocsProps {
  pages: readonly { name: string; title: string }[]
  shown: { name: string; text: string }
}

const GROUPS = [
  ['Guides', (name: string) => !name.startsWith('reference/')],
  ['Reference', (name: string) => name.startsWith('reference/')],
] as const

/** The documentation, as it is shipped. */
export const Docs = ({ pages, shown }: DocsProps) => (
  <div className="mx-auto grid max-w-6xl gap-x-8 gap-y-3 p-6 md:grid-cols-[180px_minmax(0,1fr)]">
    <PageHead title="Documentation" className="md:col-span-2" />
    <nav aria-label="Pages" className="order-last md:order-none">
      {GROUPS.map(([group, isIn]) => (
        <section key={group} aria-label={group} className="mb-4">
          <h2 className="font-semibold">{group}</h2>
          <ul>
            {pages
              .filter(({ name }) => isIn(name))
              .map(({ name, title }) => (
                <li key={name}>
                  <Link
                    href={`/-/docs/${name}`}
                    aria-current={name === shown.name ? 'page' : undefined}
                    className={`block min-h-6 py-0.5 hover:underline ${name === shown.name ? 'font-semibold' : ''}`}
                  >
                    {title}
                  </Link>
                </li>
              ))}
          </ul>
        </section>
      ))}
    </nav>
    <main className="min-w-0 overflow-x-auto">
      <Prose text={shown.text.replace(/<!--.*?-->/gs, '')} hrefOf={(href) => docAddress(href, shown.name)} />
    </main>
  </div>
)
