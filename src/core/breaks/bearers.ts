import { generate, parse, type CssNode, type List, type Selector, type SelectorList } from 'css-tree'

// The host of a tree is none of its elements.
const HOST = /^host(-context)?$/

// Their lists name elements; all other pseudo-classes hang on a state, on what is around, or leave something out.
const LISTS = new Set(['is', 'where', 'matches', '-webkit-any'])

/**
 * A selector that finds at least all elements that the given one can ever style or hang on, whatever state they are in.
 * The host of a shadow tree, which no selector finds from inside, is left as `:host`.
 * @returns `bearers` undefined where that cannot be told: it may be any element; `pseudo` the pseudo-element that all of its selectors
 * name, empty where they name elements, undefined where they differ
 */
export function bearersOf(selector: string): { bearers: string | undefined; pseudo: string | undefined } {
  try {
    const list = parse(selector, { context: 'selectorList' }) as SelectorList
    const pseudo = new Set<string>()
    widenList(list, pseudo)
    return { bearers: generate(list), pseudo: pseudo.size === 1 ? [...pseudo][0] : undefined }
  } catch {
    return { bearers: undefined, pseudo: undefined }
  }
}

function widenList(list: SelectorList, pseudo: Set<string>) {
  const selectors = list.children.toArray()
  for (const selector of selectors) {
    if (selector.type !== 'Selector') throw new Error('not a selector')
    const own = widen(selector)
    pseudo.add(own)
  }
}

/** Widens one selector in place. @returns the pseudo-element that it names */
function widen(selector: Selector): string {
  let pseudo = ''
  const { children } = selector
  let isEmpty = true
  let isHost = false
  const fill = (before: Parameters<List<CssNode>['insert']>[1]) => {
    const any = parse(isHost ? ':host' : '*', { context: 'selector' }) as Selector
    const item = any.children.first!
    if (before) children.insertData(item, before)
    else children.appendData(item)
  }
  children.forEach((node, item) => {
    if (node.type === 'Combinator') {
      // What stands in a host may stand at the top of its tree.
      if (isEmpty && isHost) children.remove(item)
      else if (isEmpty) fill(item)
      isEmpty = true
      isHost = false
    } else if (node.type === 'PseudoElementSelector') {
      pseudo = `::${node.name}`
      children.remove(item)
    } else if (node.type === 'PseudoClassSelector') {
      if (/^(before|after)$/.test(node.name)) pseudo = `::${node.name}`
      isHost ||= HOST.test(node.name)
      const inner = LISTS.has(node.name) ? node.children?.first : undefined
      if (inner?.type === 'SelectorList') {
        widenList(inner, new Set())
        isEmpty = false
      } else children.remove(item)
    } else isEmpty = false
  })
  if (isEmpty) fill(null)
  return pseudo
}
