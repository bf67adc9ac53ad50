import { declares, longhandsOf } from '../css'
import type { Reading } from '../readings'
import type { RenderedBreak, StyleBreak } from './breaks'

/** Which readings a break can change. */
export interface Touch {
  /** Breaks that can change the same readings have the same. */
  name: string
  /** Whether it can change what assistive technology is told. */
  isHeard: boolean
  touches(reading: Pick<Reading, 'origin' | 'name'>): boolean
}

// What is painted in boxes that stand: no box and no word moves by it. Nothing in here makes a layer or holds what is inside.
const PAINT =
  /^(color|cursor|background(-(color|image|position.*|size|repeat|origin))?|box-shadow|outline(-(color|style|width|offset))?|border(-.+)?-color|text-decoration(-(line|color|style|thickness))?|text-underline-offset|text-shadow|fill|accent-color|caret-color|transition(-(property|duration|delay|timing-function|behavior))?)$/

// Of these a background that is seen through, or a colour, may be taken.
const COLOURS = /color|background|border|outline|shadow|decoration|fill|stroke|emphasis/
const SEEN_THROUGH = /^(color|background.*|fill)$/

// What styles can take from, or add to, what assistive technology is told.
const HEARD = /^(--.+|all|display|visibility|content|content-visibility|quotes|list-style.*|text-transform|appearance)$/

/** What may change any reading. */
export const EVERYTHING: Touch = { name: '', isHeard: true, touches: () => true }

/** What of the readings of its cases a break can change. All, where that cannot be told for sure. */
export function touchOf(broken: StyleBreak | RenderedBreak): Touch {
  if (!('properties' in broken)) return EVERYTHING
  const { properties } = broken
  const isHeard = properties.some((property) => HEARD.test(property))
  if (!properties.every((property) => PAINT.test(property))) return { ...EVERYTHING, name: `all ${isHeard}`, isHeard }
  return {
    name: properties.join(),
    isHeard,
    touches: ({ origin, name }) => {
      if (origin === 'paint') return properties.some((property) => SEEN_THROUGH.test(property))
      if (origin !== 'style') return false
      return properties.some((each) => declares(each, name) || (each === 'color' && COLOURS.test(name)))
    },
  }
}

/**
 * What a browser computes otherwise if a break changes anything at all; undefined where that cannot be told by a few properties: of
 * what is not of styles, and of custom properties, which anything may use.
 */
export function toldBy(broken: StyleBreak | RenderedBreak): { properties: string[]; pseudo: string } | undefined {
  if (!('properties' in broken) || broken.pseudo === undefined) return undefined
  const { properties, pseudo } = broken
  if (properties.some((each) => each.startsWith('--') || each === 'all')) return undefined
  return { properties: [...new Set(properties.flatMap((each) => [each, ...longhandsOf(each)]))], pseudo }
}
