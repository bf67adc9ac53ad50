import { CONTEXTS } from './list'
import type { Effect } from './defineContext'

type Values = Readonly<Record<string, string>>

/** All that the values of contexts bring about. */
export interface Surroundings extends Omit<Effect, 'media'> {
  /** What the browser is to answer, by media feature; features that no context decides are left to it. */
  media: Readonly<Record<string, string>>
}

/** What surrounds a case, by the values of its contexts. A value that is not understood changes nothing. */
export function surroundingsOf(values: Values): Surroundings {
  let all: Surroundings = { media: {} }
  for (const [name, value] of Object.entries(values)) {
    const { media, ...more } = CONTEXTS.get(name)?.effect(value) ?? {}
    all = { ...all, ...more, ...(media && { media: { ...all.media, [media[0]]: media[1] } }) }
  }
  return all
}

/** The window in which a case stands. @param viewport that of its library */
export function viewportIn<V extends { width: number }>(values: Values, viewport: V): V {
  const { viewportWidth } = surroundingsOf(values)
  return viewportWidth === undefined ? viewport : { ...viewport, width: viewportWidth }
}

/** Contexts, with their values, that a page cannot bring about for itself. */
const beyondPages = (values: Values) =>
  Object.entries(values).filter(([name, value]) => CONTEXTS.get(name)?.needsBrowser?.(value))

/** Whether only a browser that is told to can show a case with these values. */
export const needsBrowser = (values: Values): boolean => beyondPages(values).length > 0

/** What is to be said where something live is shown all the same; undefined where it is as it says. */
export function notShownLive(values: Values): string | undefined {
  const names = beyondPages(values).map(([name, value]) => `${name}: ${value}`)
  return names.length === 0
    ? undefined
    : `${names.join(', ')} is not shown here, since a page cannot bring it about. Runs do, and the matrix shows pictures of it.`
}
