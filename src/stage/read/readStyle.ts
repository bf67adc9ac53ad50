import { Unread, type Match, type Reader } from './Reader'

const longhands = new Map<string, readonly string[]>()

/** The longhands of a property; just itself where it is one. Told by the browser, once a property. */
export function longhandsOf(property: string): readonly string[] {
  let names = longhands.get(property)
  if (!names) {
    const style = document.createElement('i').style
    style.setProperty(property, 'inherit')
    names = [...style]
    longhands.set(property, names)
  }
  return names
}

/** A property's computed value. A shorthand that its longhands cannot be written as is told longhand by longhand. */
export function computedValue(style: CSSStyleDeclaration, property: string): string {
  const value = style.getPropertyValue(property)
  if (property.startsWith('--')) return value.trim()
  if (value !== '') return value
  const names = longhandsOf(property)
  if (names.length === 0) throw new Unread(`the browser knows no property "${property}"`)
  return names.map((name) => `${name}: ${style.getPropertyValue(name)}`).join('; ')
}

export const readStyle = (reader: Reader, match: Match, property: string) =>
  computedValue(reader.style(match), property)
