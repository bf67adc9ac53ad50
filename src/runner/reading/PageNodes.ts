import type { CDPSession, Protocol } from 'puppeteer-core'
import { REFERENCE, type PseudoBoxes } from '@/stage'
import { byBackendNode } from './accessibility'
import { borderBox } from './referredParts'

/** Watches over what is asked of a page. */
type Guard = <T>(sent: Promise<T>) => Promise<T>

/** The accessibility tree's node of a reference number. */
export type AccessibilityOf = (reference: number) => Protocol.Accessibility.AXNode | undefined

/** What only the browser's protocol tells of the nodes of a page: their pseudo-elements, states, styles and accessibility. */
export class PageNodes {
  #byReference = new Map<number, { nodeId: number; backendNodeId: number }>()
  #pseudos = new Map<number, { nodeId: number; type: string }[]>()
  #forced = new Map<number, string[]>()
  #sheetUrls = new Map<string, string>()
  #isDocumentKnown = false

  /**
   * @param elementOf finds one match of a part in a case, from 1; gives back the browser's number of it as an object
   * @param guard is put around what may take long. @defaultValue none
   */
  constructor(
    readonly session: CDPSession,
    readonly elementOf: (caseIndex: number, part: string, match: number) => Promise<string | undefined>,
    readonly guard: Guard = (sent) => sent,
  ) {
    session.on('CSS.styleSheetAdded', ({ header }) => this.#sheetUrls.set(header.styleSheetId, header.sourceURL))
    session.on('DOM.pseudoElementAdded', ({ parentId, pseudoElement }) => this.notePseudo(parentId, pseudoElement))
  }

  /** Another document is about to be loaded. */
  reset(): void {
    // What was read of the document before still looks its nodes up.
    this.#byReference = new Map()
    this.#pseudos.clear()
    this.#forced.clear()
    this.#sheetUrls.clear()
    this.#isDocumentKnown = false
  }

  /** Makes the browser forget the nodes it has told of: it would report each change of them. States that were forced are let go. */
  async forget(): Promise<void> {
    this.#pseudos.clear()
    this.#forced.clear()
    this.#isDocumentKnown = true
    await this.session.send('DOM.getDocument', { depth: 0 })
  }

  /** Asks for all nodes that have a reference number. States that were forced stay. */
  async learn(): Promise<void> {
    this.#isDocumentKnown = true
    this.#pseudos.clear()
    const { nodes } = await this.session.send('DOM.getFlattenedDocument', { depth: -1, pierce: true })
    this.#byReference = new Map()
    for (const { nodeId, backendNodeId, attributes = [], pseudoElements = [] } of nodes) {
      for (const pseudo of pseudoElements) this.notePseudo(nodeId, pseudo)
      const at = attributes.indexOf(REFERENCE)
      if (at >= 0 && at % 2 === 0) this.#byReference.set(Number(attributes[at + 1]), { nodeId, backendNodeId })
    }
    // The browser gives nodes new numbers, and lets go at its next look what was forced under the old ones.
    await this.force([...this.#forced])
  }

  private notePseudo(parentId: number, { nodeId, pseudoType }: Protocol.DOM.Node) {
    const known = this.#pseudos.get(parentId) ?? []
    this.#pseudos.set(parentId, [
      ...known.filter(({ type }) => type !== pseudoType),
      { nodeId, type: pseudoType ?? '' },
    ])
  }

  /** Forces pseudo-classes on nodes that are known, by reference number. */
  async force(forced: readonly (readonly [reference: number, pseudo: string[]])[]): Promise<void> {
    const sent = forced.map(([reference, forcedPseudoClasses]) => {
      this.#forced.set(reference, forcedPseudoClasses)
      const node = this.#byReference.get(reference)
      return node && this.session.send('CSS.forcePseudoState', { nodeId: node.nodeId, forcedPseudoClasses })
    })
    await this.guard(Promise.all(sent))
  }

  /** Border boxes of pseudo-elements of the nodes that are known. */
  async pseudoBoxes(pseudos: readonly string[]): Promise<PseudoBoxes> {
    if (pseudos.length === 0) return {}
    const boxes: PseudoBoxes = {}
    const asked = [...this.#byReference].flatMap(([reference, { nodeId }]) =>
      (this.#pseudos.get(nodeId) ?? [])
        .filter(({ type }) => pseudos.includes(`::${type}`))
        .map((pseudo) => ({ reference, ...pseudo })),
    )
    await Promise.all(
      asked.map(async ({ reference, nodeId, type }) => {
        try {
          const { model } = await this.session.send('DOM.getBoxModel', { nodeId })
          boxes[`${reference}::${type}`] = borderBox(model)
        } catch {
          // Without a box (display: none) there is nothing to tell: the reading says so.
        }
      }),
    )
    return boxes
  }

  /** Reads the accessibility trees of all documents of the page. */
  async accessibility(): Promise<AccessibilityOf> {
    const { frameTree } = await this.session.send('Page.getFrameTree')
    const frames = [frameTree.frame, ...(frameTree.childFrames ?? []).map(({ frame }) => frame)]
    const trees = frames.map(({ id }) => this.session.send('Accessibility.getFullAXTree', { frameId: id }))
    const nodes = byBackendNode((await this.guard(Promise.all(trees))).map((tree) => tree.nodes))
    // Those of now: what is asked later is asked of what stood here.
    const byReference = this.#byReference
    return (reference) => nodes.get(byReference.get(reference)?.backendNodeId ?? -1)
  }

  /** All styles that match a part of a case, for telling which declaration won. */
  async matchedStyles(
    caseIndex: number,
    part: string,
    match: number,
  ): Promise<Protocol.CSS.GetMatchedStylesForNodeResponse | undefined> {
    const objectId = await this.elementOf(caseIndex, part, match)
    if (objectId === undefined) return undefined
    if (!this.#isDocumentKnown) await this.forget()
    const { nodeId } = await this.session.send('DOM.requestNode', { objectId })
    return this.session.send('CSS.getMatchedStylesForNode', { nodeId })
  }

  /** What the engine itself says of a match of a part, without any script; undefined where it does not stand. */
  async engineSample(
    caseIndex: number,
    part: string,
  ): Promise<{ style: Record<string, string>; box: Protocol.DOM.BoxModel | undefined } | undefined> {
    const objectId = await this.elementOf(caseIndex, part, 1)
    if (objectId === undefined) return undefined
    if (!this.#isDocumentKnown) await this.forget()
    const { nodeId } = await this.session.send('DOM.requestNode', { objectId })
    const [{ computedStyle }, box] = await Promise.all([
      this.session.send('CSS.getComputedStyleForNode', { nodeId }),
      // What is not displayed has none.
      this.session.send('DOM.getBoxModel', { nodeId }).catch(() => undefined),
    ])
    return { style: Object.fromEntries(computedStyle.map(({ name, value }) => [name, value])), box: box?.model }
  }

  /** The file that a style sheet of the page was made from. */
  sheetUrl(styleSheetId: string): string | undefined {
    return this.#sheetUrls.get(styleSheetId)
  }
}
