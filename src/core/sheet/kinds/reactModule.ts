import { z } from 'zod'
import { described, filePath } from '../../names'
import { defineKind } from './defineKind'
import { ownStyles, styleFiles } from './ownStyles'

export const react = defineKind({
  schema: z.strictObject({
    kind: described(z.literal('react'), 'A React component.', 'react'),
    module: described(filePath, 'The module that has it.', 'call-button.tsx'),
    export: described(z.string().default('default'), 'The name of its export.', 'CallButton'),
    styles: ownStyles,
  }),
  isRendered: true,
  tells: 'calls',
  files: ({ module, styles }) => [{ path: module, at: ['source', 'module'] }, ...styleFiles(styles)],
  code: ({ module }) => module,
  styles: ({ styles }) => styles,
})
