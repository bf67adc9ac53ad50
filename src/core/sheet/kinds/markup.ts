import { z } from 'zod'
import { described, filePath } from '../../names'
import { defineKind } from './defineKind'
import { ownStyles, styleFiles } from './ownStyles'

export const markup = defineKind({
  schema: z.strictObject({
    kind: described(z.literal('markup'), 'A Liquid template over props and slots.', 'markup'),
    markup: described(filePath, 'The template.', 'bunk-check.liquid'),
    styles: ownStyles,
    script: described(
      filePath.optional(),
      'An ES module; its default export is called with the root element and gives back what cleans up.',
      'bunk-check.js',
    ),
  }),
  isRendered: true,
  tells: 'events',
  files: ({ markup: path, script, styles }) => [
    { path, at: ['source', 'markup'] },
    ...(script ? [{ path: script, at: ['source', 'script'] }] : []),
    ...styleFiles(styles),
  ],
  code: ({ script }) => script,
  styles: ({ styles }) => styles,
})
