import { Liquid, type Template } from 'liquidjs'
import type { StagePiece } from './protocol'

// A template that loops for ever ends here, well before its page is taken to hang; a sheet's own cases render in well under a millisecond.
const RENDER_LIMIT_MS = 400
const MEMORY_LIMIT = 10_000_000

export interface Renderer {
  /** The content of a case; slots as markup. @throws Error naming the template's file and line. */
  render(
    props: Readonly<Record<string, unknown>>,
    slots: Readonly<Record<string, string>>,
    id: string,
  ): DocumentFragment
}

/** Prepares a component's Liquid template. Cases with equal props share one rendering but for their id. */
export function makeRenderer({ template }: Pick<Extract<StagePiece, { kind: 'markup' }>, 'template'>): Renderer {
  const engine = new Liquid({
    templates: { ...template.partials, [template.name]: template.text },
    relativeReference: false,
    renderLimit: RENDER_LIMIT_MS,
    memoryLimit: MEMORY_LIMIT,
    ownPropertyOnly: true,
  })
  let parsed: Template[] | undefined
  const rendered = new Map<string, { markup: string; content?: DocumentFragment }>()
  return {
    render: (props, slots, id) => {
      const key = JSON.stringify([props, slots])
      let known = rendered.get(key)
      if (!known) {
        parsed ??= engine.parse(template.text, template.name)
        const markup = engine.renderSync(parsed, { props, slots, id: ID_PLACE }) as string
        // Markup without an id of its own is parsed once and copied: a third of the time.
        known = { markup, ...(!markup.includes(ID_PLACE) && { content: fragment(markup) }) }
        rendered.set(key, known)
      }
      return (
        (known.content?.cloneNode(true) as DocumentFragment | undefined) ??
        fragment(known.markup.replaceAll(ID_PLACE, id))
      )
    },
  }
}

function fragment(markup: string): DocumentFragment {
  const holder = document.createElement('template')
  holder.innerHTML = markup
  return holder.content
}

// Stands for the id while a rendering is shared; no author writes it.
const ID_PLACE = 'brelt\u2060id'
