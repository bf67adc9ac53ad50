import dynamic from 'next/dynamic'
import { EDITING_KEYS } from '../editing'
import { defineView } from '../frame'

export const specView = defineView({
  name: 'spec',
  label: 'Spec',
  about: 'The rules, as a table and as text; what they leave open; drafts from what is rendered.',
  keys: [
    ['t and o', 'The table of rules, what is open'],
    ['d', 'Draft from what is rendered'],
    ['c', 'Code from the spec'],
    ['← → ↑ ↓', 'In the table: the controls of a row, the rows'],
    ...EDITING_KEYS,
  ],
  Component: dynamic(async () => (await import('./Spec')).Spec),
})
