import { z } from 'zod'
import { described, filePath } from '../../names'
import { defineKind } from './defineKind'
import { ownStyles, styleFiles } from './ownStyles'

export const element = defineKind({
  schema: z.strictObject({
    kind: described(z.literal('element'), 'A custom element.', 'element'),
    module: described(filePath, 'The module that defines it.', 'pass-gate.js'),
    tag: described(z.string(), 'Its tag.', 'pass-gate'),
    styles: ownStyles,
  }),
  isRendered: true,
  tells: 'events',
  files: ({ module, styles }) => [{ path: module, at: ['source', 'module'] }, ...styleFiles(styles)],
  code: ({ module }) => module,
  styles: ({ styles }) => styles,
})
