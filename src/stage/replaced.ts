const { getOwnPropertyDescriptor, ownKeys } = Reflect

// Only arrays without functions of their own are used below: those may be what was replaced.
interface Kept {
  name: string
  holder: object
  key: PropertyKey
  was: PropertyDescriptor | undefined
}

/** What readings and messages are made with, by names that a person knows. */
const holdersIn = (view: Window & typeof globalThis): readonly (readonly [string, object])[] => [
  ['Element', view.Element.prototype],
  ['HTMLElement', view.HTMLElement.prototype],
  ['Node', view.Node.prototype],
  ['CharacterData', view.CharacterData.prototype],
  ['Document', view.Document.prototype],
  ['DocumentFragment', view.DocumentFragment.prototype],
  ['ShadowRoot', view.ShadowRoot.prototype],
  ['Range', view.Range.prototype],
  ['CSSStyleDeclaration', view.CSSStyleDeclaration.prototype],
  ['DOMRectReadOnly', view.DOMRectReadOnly.prototype],
  ['MessagePort', view.MessagePort.prototype],
  ['JSON', view.JSON],
  ['Object', view.Object],
  ['Map', view.Map.prototype],
  ['Set', view.Set.prototype],
  ['Array', view.Array.prototype],
  ['String', view.String.prototype],
  ['Promise', view.Promise.prototype],
]
/** Globals whose other properties are nobody's business. */
const GLOBALS = ['getComputedStyle', 'Map', 'Set', 'JSON', 'Object', 'Array', 'Promise'] as const
/** What no object of the browser's has, and what data is written by where it does. */
const ABSENT = ['Object', 'Array', 'String', 'Map', 'Set'] as const

const isSame = (a: PropertyDescriptor | undefined, b: PropertyDescriptor | undefined) =>
  a?.value === b?.value && a?.get === b?.get && a?.set === b?.set

/**
 * Remembers the browser's own functions that readings are made with, before any component's code runs.
 * @returns which of them have been replaced since
 */
export function watchReplaced(view: Window & typeof globalThis): () => string[] {
  const kept: Kept[] = []
  const keep = (name: string, holder: object, key: PropertyKey) =>
    kept.push({ name, holder, key, was: getOwnPropertyDescriptor(holder, key) })
  for (const [name, holder] of holdersIn(view))
    for (const key of ownKeys(holder)) keep(`${name}.${String(key)}`, holder, key)
  for (const name of GLOBALS) keep(name, view, name)
  for (const name of ABSENT) keep(`${name}.toJSON`, (view[name] as { prototype: object }).prototype, 'toJSON')
  return () => {
    const names: string[] = []
    for (let at = 0; at < kept.length; at++) {
      const { name, holder, key, was } = kept[at]!
      if (!isSame(was, getOwnPropertyDescriptor(holder, key))) names[names.length] = name
    }
    return names
  }
}
