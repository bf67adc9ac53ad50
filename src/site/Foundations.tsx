import type { ReactNode } from 'react'
import type { Token, TokenBook } from '@/core/tokens'

type Context = Readonly<Record<string, string>>

/** The library's tokens, shown as what they are, in every context in which they differ. */
export function Foundations({ tokens, contexts }: { tokens: TokenBook; contexts: readonly Context[] }) {
  const [defaultValue = {}] = contexts
  const groups = new Map<string, Token[]>()
  for (const token of tokens.list(defaultValue)) {
    const group = token.path.split('.')[0]!
    groups.set(group, [...(groups.get(group) ?? []), token])
  }
  return (
    <div className="mx-auto max-w-[1000px] p-3">
      <h1 className="text-xl font-semibold">Foundations</h1>
      <p className="max-w-[68ch] text-quiet">
        The values that all components are made of. A token is named by its purpose; its value may differ by context.
      </p>
      {[...groups].map(([group, list]) => (
        <section key={group} aria-label={group}>
          <h2 className="mt-4 border-t border-line-strong pt-1 font-semibold">{group}</h2>
          <div className="overflow-x-auto" role="region" aria-label={`Tokens of ${group}`} tabIndex={0}>
            <table className="w-full border-collapse text-left">
              <thead>
                <tr>
                  <th scope="col" className="px-2 py-1">
                    Token
                  </th>
                  {contexts.map((context) => (
                    <th key={nameOf(context)} scope="col" className="px-2 py-1">
                      {nameOf(context) || 'Value'}
                    </th>
                  ))}
                  <th scope="col" className="px-2 py-1">
                    In CSS
                  </th>
                </tr>
              </thead>
              <tbody>
                {list.map((token) => (
                  <tr key={token.path} className="border-b border-line">
                    <th scope="row" className="num px-2 py-1 font-normal">
                      {token.path.replace(/\.\$root$/, '')}
                    </th>
                    {contexts.map((context) => (
                      <td key={nameOf(context)} className="px-2 py-1">
                        <Figure token={tokens.get(token.path, context)} />
                      </td>
                    ))}
                    <td className="num px-2 py-1 text-quiet">var({token.property})</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ))}
    </div>
  )
}

const nameOf = (context: Context) => Object.values(context).join(', ')

function Figure({ token }: { token: Token | undefined }) {
  if (!token) return <span className="text-quiet">none</span>
  const { type, css } = token
  const value = <span className="num">{css}</span>
  const drawn = (style: React.CSSProperties, content?: ReactNode) => (
    <span className="flex items-center gap-2">
      <span aria-hidden className="inline-block flex-none" style={style}>
        {content}
      </span>
      {value}
    </span>
  )
  switch (type) {
    case 'color':
      return drawn({ width: 28, height: 20, background: css, border: '1px solid var(--line-strong)' })
    case 'dimension':
      return drawn({ width: `min(${css}, 160px)`, height: 8, background: 'var(--ink)' })
    case 'shadow':
      return drawn({ width: 28, height: 20, boxShadow: css, background: 'var(--sheet)' })
    case 'typography':
      return drawn({ font: css }, 'Hut')
    case 'fontFamily':
      return drawn({ fontFamily: css }, 'Hut')
    case 'fontWeight':
      return drawn({ fontWeight: css }, 'Hut')
    default:
      return value
  }
}
