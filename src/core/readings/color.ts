import { clampRgb, converter, parse } from 'culori/fn'
import type { Rgba } from './contrast'
import './colorModes'

const toRgb = converter('rgb')

/** A CSS colour in another of culori's modes, outside of its gamut too; undefined when the text is no colour. */
export function colourIn<Of extends 'rgb' | 'p3' | 'oklch'>(text: string, mode: Of) {
  try {
    return converter(mode)(parse(text))
  } catch {
    return undefined // culori throws a TypeError on some texts that are no colours
  }
}

/** A CSS colour in sRGB, brought into its gamut; undefined when the text is no colour. */
export function readColor(text: string): Rgba | undefined {
  let parsed
  try {
    parsed = toRgb(parse(text))
  } catch {
    return undefined // culori throws a TypeError on some texts that are no colours
  }
  if (!parsed) return undefined
  const { r, g, b, alpha = 1 } = clampRgb(parsed)
  return { r, g, b, alpha }
}
