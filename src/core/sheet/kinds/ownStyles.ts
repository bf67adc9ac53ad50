import { z } from 'zod'
import { described, filePath } from '../../names'

/** The key `styles` of a component's source. */
export const ownStyles = described(
  z.array(filePath.regex(/\.(css|scss)$/, 'must be a .css or .scss file')).default([]),
  'The component’s own style sheets: .css or .scss files of the library or of packages.',
  ['bunk-check.css'],
)

/** Style sheets as files that are named. */
export const styleFiles = (styles: readonly string[]) =>
  styles.map((path, index) => ({ path, at: ['source', 'styles', index] }))
