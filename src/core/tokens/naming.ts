/** How tokens' paths become names of custom properties. */
export interface TokenNaming {
  /** `kebab`: capitals and camelCase become hyphens; `keep`: names stay as they are written. */
  case: 'kebab' | 'keep'
  /** Stands before each name: `hut` → `--hut-color-pine`. */
  prefix?: string | undefined
}

const kebab = (step: string) =>
  step
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .replace(/[^A-Za-z0-9_-]+/g, '-')
    .toLowerCase()
// A dot or a space cannot stand in a name; letters of any script can.
const keep = (step: string) => step.replace(/[^\p{L}\p{N}_-]+/gu, '-')

/** `color.pine.600` → `--color-pine-600`; `$root` ends the name of its group. */
export function customPropertyName(path: string, { case: written, prefix }: TokenNaming = { case: 'kebab' }): string {
  const steps = path.split('.').filter((step) => step !== '$root')
  const name = steps.map(written === 'keep' ? keep : kebab).join('-')
  return `--${prefix === undefined ? '' : `${prefix}-`}${name}`
}
