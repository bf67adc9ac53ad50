import type { ProposedComponent } from '@/contract'
import { titleOf } from '@/core/words'

/** A component with nothing in it but what makes it one. */
export function emptyComponent(slug: string): ProposedComponent {
  const folder = `components/${slug}/`
  const name = titleOf(slug)
  const file = `${folder}${slug}.sheet.yaml`
  return {
    slug,
    file,
    texts: {
      [file]: `sheet: 1
name: ${name}
status: draft
source:
  kind: markup
  markup: ${slug}.liquid
  styles: [${slug}.css]

parts:
  root: .${slug}

props:
  label: { type: text, default: ${name} }
`,
      [`${folder}${slug}.liquid`]: `<div class="${slug}">{{ props.label | escape }}</div>\n`,
      [`${folder}${slug}.css`]: `.${slug} {\n  padding: 8px;\n}\n`,
    },
    understood: [],
    unclear: [],
  }
}

/** The same component under another name: files and folder follow it. */
export function calledAs(proposal: ProposedComponent, slug: string): ProposedComponent {
  const [from, to] = [`components/${proposal.slug}/`, `components/${slug}/`]
  const path = (each: string) => (each === proposal.file ? `${to}${slug}.sheet.yaml` : each.replace(from, to))
  return {
    ...proposal,
    slug,
    file: path(proposal.file),
    texts: Object.fromEntries(Object.entries(proposal.texts).map(([each, text]) => [path(each), text])),
  }
}
