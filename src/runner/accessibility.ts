import type { Protocol } from 'puppeteer-core'

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

/** Reads one accessibility reading of a node; a node that the tree ignores has the role `none`, no name and no states. */
export function readAccessibility(node: AXNode | undefined, name: string): string {
  const known = node && !node.ignored ? node : undefined
  if (name === 'role') {
    const role = String(known?.role?.value ?? 'none')
    return ARIA_NAMES[role] ?? role
  }
  if (name === 'name') return String(known?.name?.value ?? '')
  if (name === 'description') return String(known?.description?.value ?? '')
  const state = name.slice('state.'.length)
  const value: unknown = known?.properties?.find((property) => property.name === state)?.value.value
  if (value === 'mixed') return 'mixed'
  return value === undefined || value === false || value === 'false' || value === '' ? 'no' : 'yes'
}

/** Nodes of an accessibility tree by the node of the document that they stand for. */
export function byBackendNode(trees: readonly (readonly AXNode[])[]): Map<number, AXNode> {
  const nodes = new Map<number, AXNode>()
  for (const node of trees.flat())
    if (node.backendDOMNodeId !== undefined && !nodes.has(node.backendDOMNodeId)) nodes.set(node.backendDOMNodeId, node)
  return nodes
}
