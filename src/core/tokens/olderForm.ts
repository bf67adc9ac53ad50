/** Types of the form before the W3C one (`value` and `type` without a sign), and what they are called now. */
const TYPES: Readonly<Record<string, string>> = {
  sizing: 'dimension',
  size: 'dimension',
  spacing: 'dimension',
  space: 'dimension',
  borderRadius: 'dimension',
  borderWidth: 'dimension',
  fontSizes: 'dimension',
  fontSize: 'dimension',
  letterSpacing: 'dimension',
  paragraphSpacing: 'dimension',
  opacity: 'number',
  fontFamilies: 'fontFamily',
  fontWeights: 'fontWeight',
  boxShadow: 'shadow',
  time: 'duration',
}

type Fields = Readonly<Record<string, unknown>>
const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Whether a document has a token of today's form anywhere: then `value` is a name like any other. */
export const isOfToday = (node: unknown): boolean =>
  isFields(node) && ('$value' in node || Object.values(node).some(isOfToday))

/** Whether an object of a document of the older form is a token. */
export const isOlderToken = (node: Fields): boolean =>
  'value' in node && (!isFields(node.value) || typeof node.type === 'string' || Object.keys(node).length === 1)

export const todaysType = (type: unknown): string | undefined =>
  typeof type === 'string' ? (TYPES[type] ?? type) : undefined

/** A number without a unit was taken as pixels. */
const withUnit = (value: unknown): unknown =>
  typeof value === 'number' || (typeof value === 'string' && /^-?\d*\.?\d+$/.test(value.trim())) ? `${value}px` : value

/** A value of the older form as today's form has it; references lose the `.value` at their end. */
export function todaysValue(value: unknown, type: string | undefined): unknown {
  if (typeof value === 'string') {
    const plain = value.replace(/\{([^{}]+?)\.value\}/g, '{$1}').replace(/^\$([\w.-]+)$/, '{$1}')
    if (type === 'dimension') return withUnit(plain)
    // Opacities were often shares of a hundred.
    if (type === 'number' && /^-?[\d.]+%$/.test(plain)) return Number.parseFloat(plain) / 100
    return plain
  }
  if (type === 'dimension') return withUnit(value)
  if (Array.isArray(value)) return value.map((each) => todaysValue(each, type))
  if (!isFields(value)) return value
  if (type === 'shadow') {
    const { x, y, offsetX = x, offsetY = y, blur, spread, color, type: kind } = value
    const lengths = { offsetX, offsetY, blur, spread }
    const read = Object.entries(lengths).flatMap(([name, each]) =>
      each === undefined ? [] : [[name, todaysValue(each, 'dimension')] as const],
    )
    return {
      ...Object.fromEntries(read),
      color: todaysValue(color, 'color'),
      ...(kind === 'innerShadow' && { inset: true }),
    }
  }
  const ofField: Readonly<Record<string, string>> = {
    fontSize: 'dimension',
    letterSpacing: 'dimension',
    width: 'dimension',
  }
  return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, todaysValue(each, ofField[name])]))
}
