// Classes that come and go with a state name no part.
const OF_STATE = /^(is|has|was|not)-|--|^(active|open|disabled|selected|hover|focus|checked|error)$/
// Attributes that tell how something stands, not what it is.
const TELLS_STATE =
  /^data-(reach|state|status|open|closed|active|disabled|pressed|selected|checked|hover|focus|highlighted|expanded|loading|invalid|value|key|id|index|theme|orientation|side|align|placement)/
// Attributes whose values say what something is.
const NAMES = ['data-part', 'data-slot', 'data-testid', 'data-test', 'data-component']
// What writes classes for each property writes many of them, and signs that nobody names a thing with.
const MANY = 4
const OF_PROPERTIES = /[:[\]/!@]|^-/
/** `css-1x2y3z`, `sc-bdVaJa`, `x1n2onr6`: they differ between builds and between variants. */
const MADE_BY_CODE = /^(css|sc|jss|emotion|styled)-|^(?=\D*\d\D*\d)[a-z]{1,2}[a-z0-9]{5,}$/i

/** Something of an element that says what it is, as a selector, and the word in it. */
export interface OwnName {
  select: string
  word: string
}

/**
 * Names that an author has given an element, the most telling first: attributes that name, then classes. Left out is what comes and goes
 * with a state, what code has made, and classes that stand for single properties.
 * @param attributes of the element, by name
 */
export function ownNames(attributes: ReadonlyMap<string, string>, classes: readonly string[]): OwnName[] {
  const named = NAMES.flatMap((name) => {
    const value = attributes.get(name)
    return value ? [{ select: `[${name}=${JSON.stringify(value)}]`, word: value }] : []
  })
  const marked = [...attributes].flatMap(([name, value]) =>
    name.startsWith('data-') && value === '' && !TELLS_STATE.test(name)
      ? [{ select: `[${name}]`, word: name.slice('data-'.length) }]
      : [],
  )
  return [...named, ...marked, ...classNames(classes)]
}

function classNames(classes: readonly string[]): OwnName[] {
  const own = classes.filter((name) => !OF_STATE.test(name) && !MADE_BY_CODE.test(name))
  const isOfProperties = own.length > MANY || own.some((name) => OF_PROPERTIES.test(name))
  const kept = isOfProperties ? own.filter((name) => name.includes('__')) : own
  return kept.map((name) => ({ select: `.${CSS.escape(name)}`, word: name.replace(/^.*?(__|_(?=[a-z]))/, '') }))
}
