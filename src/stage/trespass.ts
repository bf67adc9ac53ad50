/** Watches for what a component does outside its own case; such a component needs a document for each case. */
export interface TrespassWatch {
  /** What the component did outside, in words; undefined while it stayed inside. */
  found(): string | undefined
}

let isOurs = false

/** Does work of the stage's own, such as loading React, that is not held against the component. */
export async function unwatched<T>(work: () => Promise<T>): Promise<T> {
  isOurs = true
  try {
    return await work()
  } finally {
    isOurs = false
  }
}

// React listens for it in every document that it renders into; it tells nothing of one case to another.
const HARMLESS = new Set(['selectionchange'])

/** Starts watching. Must run before the component's script is loaded. */
export function watchTrespass(view: Window & typeof globalThis, container: () => Element | undefined): TrespassWatch {
  let found: string | undefined
  const isShared = (target: unknown) =>
    target === undefined ||
    target === view ||
    target === view.document ||
    target === view.document.documentElement ||
    target === view.document.body
  const wrap = <T extends object>(
    target: T,
    name: keyof T,
    seen: (self: unknown, first: unknown) => string | undefined,
  ) => {
    const own = target[name] as (...given: unknown[]) => unknown
    const watched = function (this: unknown, ...given: unknown[]) {
      if (!isOurs) found ??= seen(this, given[0])
      return own.apply(this, given)
    }
    Object.assign(target, { [name]: watched })
  }
  wrap(view.EventTarget.prototype, 'addEventListener', (self, type) =>
    isShared(self) && !HARMLESS.has(String(type)) ? `listens for "${String(type)}" on the whole page` : undefined,
  )
  wrap(view.HTMLDialogElement.prototype, 'showModal', () => 'opens a modal dialog')
  wrap(view.HTMLElement.prototype, 'showPopover', () => 'opens a popover')
  return {
    found: () => {
      const stranger = [...view.document.body.children].find(
        (child) => child !== container() && child.localName !== 'script' && child.localName !== 'iframe',
      )
      return found ?? (stranger ? `puts <${stranger.localName}> outside of itself` : undefined)
    },
  }
}

/** What can be told from the texts alone. */
export function trespassInTexts(component: {
  sheets: readonly { text: string }[]
  pieces: Readonly<Record<string, { parts: Readonly<Record<string, { inPage?: boolean }>> }>>
}): string | undefined {
  const parts = Object.values(component.pieces).flatMap((piece) => Object.values(piece.parts))
  if (parts.some(({ inPage }) => inPage)) return 'has a part elsewhere in the page'
  if (component.sheets.some(({ text }) => /position\s*:\s*fixed/.test(text))) return 'has a fixed position'
  if (component.sheets.some(({ text }) => /::backdrop/.test(text))) return 'styles a backdrop'
  return undefined
}
