import type { Protocol } from 'puppeteer-core'
import { ARIA_STATES, type AriaState, type ReadingOf } from '@/core/readings'

type AXNode = Protocol.Accessibility.AXNode

/** What the browser calls roles that ARIA calls otherwise. */
const ARIA_NAMES: Record<string, string> = {
  image: 'img',
  LabelText: 'generic',
  Label: 'generic',
  StaticText: 'none',
  InlineTextBox: 'none',
  LineBreak: 'none',
  Section: 'generic',
  Pre: 'generic',
  Details: 'group',
  DisclosureTriangle: 'button',
  DisclosureTriangleGrouped: 'button',
  Legend: 'legend',
  PopUpButton: 'combobox',
  ComboBoxSelect: 'combobox',
  TextField: 'textbox',
  RootWebArea: 'document',
  Iframe: 'none',
  Canvas: 'img',
  Abbr: 'generic',
  FooterAsNonLandmark: 'generic',
  HeaderAsNonLandmark: 'generic',
  DescriptionList: 'generic',
  ColorWell: 'button',
  Date: 'textbox',
  InputTime: 'textbox',
}

type ReadNode = (node: AXNode) => string

const ofState =
  (name: string): ReadNode =>
  ({ properties }) => {
    const value: unknown = properties?.find((property) => property.name === name)?.value.value
    if (value === 'mixed') return 'mixed'
    return value === undefined || value === false || value === 'false' || value === '' ? 'no' : 'yes'
  }

const READERS: Record<ReadingOf<'accessibility'>, ReadNode> = {
  role: ({ role }) => ARIA_NAMES[String(role?.value)] ?? String(role?.value ?? 'none'),
  name: ({ name }) => String(name?.value ?? ''),
  description: ({ description }) => String(description?.value ?? ''),
  ...(Object.fromEntries(ARIA_STATES.map((state) => [`state.${state}`, ofState(state)])) as Record<
    `state.${AriaState}`,
    ReadNode
  >),
}

// A node that the tree ignores has the role `none`, no name and no states.
const IGNORED: AXNode = { nodeId: '', ignored: true }

/** Reads one accessibility reading of a node. */
export const readAccessibility = (node: AXNode | undefined, name: string): string =>
  READERS[name as ReadingOf<'accessibility'>](node && !node.ignored ? node : IGNORED)

/** Nodes of an accessibility tree by the node of the document that they stand for. */
export function byBackendNode(trees: readonly (readonly AXNode[])[]): Map<number, AXNode> {
  const nodes = new Map<number, AXNode>()
  for (const node of trees.flat())
    if (node.backendDOMNodeId !== undefined && !nodes.has(node.backendDOMNodeId)) nodes.set(node.backendDOMNodeId, node)
  return nodes
}
