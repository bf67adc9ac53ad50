import type { Sheet } from '@/core/sheet'
import type { YamlEdit } from '@/core/yaml'

export const SHAPES = [
  ['choice', 'values of a prop'],
  ['flag', 'off and on'],
  ['slot', 'slot filled and empty'],
  ['state', 'state of its own'],
] as const

export type AxisShape = (typeof SHAPES)[number][0]

/** What makes an axis of a name; a prop or a slot that is not there yet is made with it. */
export function newAxisEdits({ data: { props, slots } }: Sheet, name: string, shape: AxisShape): YamlEdit[] {
  const path = ['axes', name]
  const axis = (value: unknown): YamlEdit => ({ do: 'set', path, value })
  const prop = props[name]
  switch (shape) {
    case 'state':
      return [axis({ of: 'state', values: { rest: {}, hover: { pseudo: 'hover' } } })]
    case 'slot':
      return [
        ...(slots[name]
          ? []
          : [{ do: 'set', path: ['slots', name], value: { text: true, default: { text: 'Text' } } } as const]),
        axis({ values: { filled: {}, empty: { slots: { [name]: 'none' } } } }),
      ]
    case 'flag':
      return [
        ...(prop ? [] : [{ do: 'set', path: ['props', name], value: { type: 'flag', default: false } } as const]),
        axis('flag'),
      ]
    case 'choice': {
      if (prop?.type === 'number') {
        const usual = typeof prop.default === 'number' ? prop.default : (prop.min ?? 0)
        const most = prop.max ?? (usual === 0 ? 100 : usual * 10)
        return [axis({ values: { usual: {}, most: { props: { [name]: most } } } })]
      }
      // A text that is long says more of a layout than any other.
      if (prop?.type === 'text')
        return [axis({ values: { usual: {}, empty: { props: { [name]: '' } }, long: { props: { [name]: LONG } } } })]
      // A choice that exists gives its values; a new one starts with two to be renamed.
      const values = prop?.type === 'choice' ? prop.values.map(String) : ['first', 'second']
      const made = { do: 'set', path: ['props', name], value: { type: 'choice', values, default: values[0] } } as const
      return [...(prop ? [] : [made]), axis(values)]
    }
  }
}

const LONG = 'A text that is much longer than anybody thought of when this was drawn'
