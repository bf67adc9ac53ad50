import type { StageComponent, StagePiece } from '../protocol'
import { unwatched } from '../sideEffects'
import { elementMaker } from './element'
import { markupMaker, type ComponentScript } from './markup'
import { ReactPieces, type ReactRuntime } from './react'
import type { Maker } from './assembly'

/** The name under which bundles find the one React that all components of a page share. */
export const SHARED_REACT = 'breltReact'

/** Loads all code of a component and of those in its slots. @throws Error when a module cannot be loaded or lacks its export. */
export async function loadPieces({ pieces, bundle, wrap, react }: StageComponent): Promise<Map<string, Maker>> {
  const makers = new Map<string, Maker>()
  let reactPieces: ReactPieces | undefined
  if (react) {
    const { runtime, modules } = (await unwatched(() => load(react))) as unknown as {
      runtime: ReactRuntime
      modules: object
    }
    Object.assign(globalThis, { [SHARED_REACT]: modules })
    reactPieces = new ReactPieces(runtime)
  }
  const all = bundle && (await load(bundle))
  const find: Find = async (code) =>
    code.member === undefined ? load(code) : ((all?.[code.member] ?? {}) as Record<string, unknown>)
  if (wrap && reactPieces) reactPieces.wrap = componentOf(await find(wrap.module), wrap)
  for (const [slug, piece] of Object.entries(pieces)) makers.set(slug, await makerOf(slug, piece, find, reactPieces))
  return makers
}

type Find = (code: { url: string; text: string; member?: string | undefined }) => Promise<Record<string, unknown>>

async function makerOf(
  slug: string,
  piece: StagePiece,
  find: Find,
  reactPieces: ReactPieces | undefined,
): Promise<Maker> {
  switch (piece.kind) {
    case 'markup': {
      if (!piece.script) return markupMaker(piece)
      const { default: script } = await find(piece.script)
      if (typeof script !== 'function') throw new Error(`${piece.script.url} has no default export that is a function`)
      return markupMaker(piece, script as ComponentScript)
    }
    case 'react': {
      const component = componentOf(await find(piece.module), piece)
      return reactPieces!.maker(slug, component, piece.events)
    }
    case 'element': {
      await find(piece.module)
      if (!customElements.get(piece.tag)) throw new Error(`${piece.module.url} does not define <${piece.tag}>`)
      return elementMaker(piece)
    }
  }
}

/** @throws Error when the module has no such component */
function componentOf(
  exports: Record<string, unknown>,
  { module, export: name }: { module: { url: string }; export: string },
): unknown {
  const found = exports[name]
  const isComponent = typeof found === 'function' || (typeof found === 'object' && found !== null)
  if (!isComponent) throw new Error(`${module.url} has no export "${name}" that is a component`)
  return found
}

async function load({ text, url }: { text: string; url: string }): Promise<Record<string, unknown>> {
  const address = URL.createObjectURL(new Blob([`${text}\n//# sourceURL=${url}`], { type: 'text/javascript' }))
  try {
    return (await import(/* webpackIgnore: true */ address)) as Record<string, unknown>
  } finally {
    URL.revokeObjectURL(address)
  }
}
