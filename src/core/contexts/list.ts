import { defineContext, mediaContext, widthContext, type ContextDefinition } from './defineContext'

const FONT_SIZE = /^\d+(\.\d+)?(%|px)$/

const direction = defineContext({
  name: 'direction',
  about: 'The writing direction of the page.',
  allowed: '"ltr", "rtl" or "auto"',
  example: ['ltr', 'rtl'],
  effect: (value) => (/^(ltr|rtl|auto)$/.test(value) ? { direction: value } : undefined),
  ofDocument: false,
})

const textZoom = defineContext({
  name: 'text-zoom',
  about: 'Size of the root’s text; all that is given in rem follows.',
  allowed: 'a percentage or a length in px, such as "200%"',
  example: ['100%', '200%'],
  effect: (value) => (FONT_SIZE.test(value) ? { rootFontSize: value } : undefined),
  ofDocument: true,
})

const motion = mediaContext({
  name: 'motion',
  about: 'What is answered to `prefers-reduced-motion`.',
  feature: 'prefers-reduced-motion',
  answers: { full: 'no-preference', reduced: 'reduce' },
})

const contrast = mediaContext({
  name: 'prefers-contrast',
  about: 'What is answered to `prefers-contrast`.',
  feature: 'prefers-contrast',
  answers: { 'no-preference': 'no-preference', more: 'more', less: 'less' },
})

const forcedColours = mediaContext({
  name: 'forced-colors',
  about:
    'The browser gives the system’s colours, as in a high-contrast mode. Rules for it expect system colours, such as `Canvas`, or `any`.',
  feature: 'forced-colors',
  answers: { none: 'none', active: 'active' },
  needsBrowser: (value) => value === 'active',
})

const pointer = defineContext({
  name: 'pointer',
  about: 'What points: a mouse, or a finger, which is coarse and cannot hover.',
  allowed: '"fine" or "coarse"',
  example: ['fine', 'coarse'],
  effect: (value) => (value === 'coarse' ? { isTouch: true } : value === 'fine' ? {} : undefined),
  ofDocument: true,
})

const viewportWidth = widthContext({
  name: 'viewport-width',
  about: 'How wide the window is, for media queries and all that is measured by it.',
  example: ['1280px', '768px', '390px'],
  key: 'viewportWidth',
})

const containerWidth = widthContext({
  name: 'container-width',
  about: 'How wide the place is in which the component stands; it is a container for container queries.',
  example: ['none', '320px'],
  key: 'containerWidth',
  none: 'none',
})

/** Every context with an effect of its own. */
export const CONTEXTS: ReadonlyMap<string, ContextDefinition> = new Map(
  [direction, textZoom, motion, contrast, forcedColours, pointer, viewportWidth, containerWidth].map((each) => [
    each.name,
    each,
  ]),
)
