import type { Prober } from '@/core/survey'

/** Units that are relative to the root, whose size this page does not share with the stage. */
const OF_ROOT = /\d(rem|rlh|rch|rex|v[wh]|vmin|vmax|[sld]v[wh])\b/

/** Has this page compute a value that needs nothing of the place where it stands: any page of a browser computes it alike. */
export const probeHere: Prober = (property, text) => {
  if (OF_ROOT.test(text)) return undefined
  const element = document.createElement('div')
  element.style.setProperty('all', 'initial')
  // Widths of lines that are not drawn compute to 0.
  if (/^(border|outline|column-rule).*width$/.test(property))
    element.style.setProperty(property.replace(/width$/, 'style'), 'solid')
  const before = element.style.length
  element.style.setProperty(property, text)
  if (element.style.getPropertyValue(property) === '' && element.style.length <= before)
    return { invalid: `the browser does not take "${text}" for ${property}` }
  element.style.setProperty('display', 'none', 'important')
  document.body.append(element)
  const value = getComputedStyle(element).getPropertyValue(property)
  element.remove()
  return value === '' ? undefined : { text: value }
}
