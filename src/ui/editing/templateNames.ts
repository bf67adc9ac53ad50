import type { Completion } from '@codemirror/autocomplete'
import type { Sheet } from '@/core/sheet'

/** What every template is given. */
export const TEMPLATE_NAMES: readonly Completion[] = [
  { label: 'props', type: 'variable', detail: 'the component’s props' },
  { label: 'slots', type: 'variable', detail: 'what fills its slots' },
  { label: 'id', type: 'variable', detail: 'another one for each instance' },
]

/** What may stand after a dot in a template. @param path the names before it, such as `props` */
export function templateMembers(path: readonly string[], sheet: Sheet | undefined): Completion[] {
  if (path.length !== 1 || !sheet) return []
  const { props, slots } = sheet.data
  if (path[0] === 'props')
    return Object.entries(props).map(([label, { type, about }]) => ({
      label,
      type: 'property',
      detail: type,
      ...(about !== undefined && { info: about }),
    }))
  if (path[0] === 'slots') return Object.keys(slots).map((label) => ({ label, type: 'property', detail: 'slot' }))
  return []
}
