import dynamic from 'next/dynamic'
import { EDITING_KEYS } from '../editing'
import { defineView } from '../frame'

export const guideView = defineView({
  name: 'guide',
  label: 'Guide',
  about: 'The page for those who use the component, with its bench.',
  keys: [['e', 'Write, or stop writing'], ...EDITING_KEYS],
  extent: 'page',
  Component: dynamic(async () => (await import('./Guide')).Guide),
})
