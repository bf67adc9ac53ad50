import dynamic from 'next/dynamic'
import { EDITING_KEYS } from '../editing'
import { defineView } from '../frame'

export const defineComponentView = defineView({
  name: 'define',
  label: 'Define',
  about: 'Parts, axes, props, slots and source of the component, beside how it looks.',
  keys: [['p', 'Point at a part'], ...EDITING_KEYS],
  Component: dynamic(async () => (await import('./Define')).Define),
})
