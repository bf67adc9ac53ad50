/** What was read of one component in all of its cases: what drafting, coverage and the selection's card work from. Plain data. */
export interface Survey {
  slug: string
  readings: readonly SurveyReading[]
  texts: readonly string[]
  /** Why a reading could not be taken. */
  reasons: readonly string[]
  cases: readonly SurveyCase[]
  /** Cases that could not be read, and why. */
  left?: readonly { key: string; why: string }[]
  /** Parts that stand in no case, and whether they stand elsewhere in the page instead. */
  absent?: readonly { part: string; isElsewhere: boolean }[]
  /** Custom properties that the component's own styles need and no element has: what was read is not as people see it. */
  undefinedVariables?: readonly string[]
  /** What styles can tell cases apart by: `part|.class`, `part|[attribute="value"]`, `part|:checked`. */
  features?: readonly string[]
  /** Tokens as the browser computes them, in each context that occurs. */
  contexts: readonly { values: Readonly<Record<string, string>>; tokens: readonly ComputedToken[] }[]
  /** Tokens that the component's own styles name, by the property that they are named for; `''` for custom properties. */
  usage: readonly { property: string; token: string }[]
}

export interface SurveyReading {
  part: string
  reading: string
  /** The component's own styles declare this property for the part. */
  declared: boolean
  /** What it would read if nobody had set it; only for declared properties. */
  initial?: string
  /** As declared, a value may depend on the room that there is: such readings are results of layout. */
  byLayout?: boolean
}

export interface SurveyCase {
  key: string
  values: Readonly<Record<string, string>>
  /** Place of its context in `contexts`. */
  context: number
  /** By place in the survey's readings: a place in `texts`, or below 0 the place of a reason (`-1 - n`). */
  read: readonly number[]
  /** Places in the survey's features. */
  features?: readonly number[]
}

export interface ComputedToken {
  path: string
  type: string
  property: string
  /** The token as CSS writes it. */
  css: string
  /** As the browser computes it, as a value of the property that stands for its type. */
  computed: string
}

/** The text of one reading of a case; undefined where it could not be read. */
export function textIn(survey: Survey, surveyed: SurveyCase, reading: number): string | undefined {
  const place = surveyed.read[reading]
  return place === undefined || place < 0 ? undefined : survey.texts[place]
}

/** The place of a reading in the survey; -1 where it was not surveyed. */
export const placeOfReading = (survey: Survey, part: string, reading: string): number =>
  survey.readings.findIndex((each) => each.part === part && each.reading === reading)
