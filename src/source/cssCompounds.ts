import type { CssNode, Selector } from 'css-tree'

/** A selector taken apart at its combinators. */
export function compoundsOf(selector: Selector): CssNode[][] {
  const compounds: CssNode[][] = [[]]
  selector.children.forEach((node) => {
    if (node.type === 'Combinator') compounds.push([])
    else compounds.at(-1)!.push(node)
  })
  return compounds
}
