import { z } from 'zod'
import type { CheckResult } from '@/core/plan'
import type { Film } from '@/core/scenario'
import type { Tolerance } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import { defineRoute, made } from './defineRoute'
import { COMPONENT } from './paths'

const surveyedSchema = z.object({ survey: made<Survey>(), tolerance: made<Tolerance>() })
export type Surveyed = z.output<typeof surveyedSchema>

/** Readings besides those of every survey. */
export const extraReadings = z.array(z.object({ part: z.string().max(100), reading: z.string().max(200) })).max(500)

/** What is read of a component in every case. */
export const survey = defineRoute({
  // It starts a browser.
  method: 'POST',
  path: `${COMPONENT}/survey`,
  given: z.object({ extra: extraReadings.default([]) }),
  answer: surveyedSchema,
})

/** Plays a scenario in a browser of the server. */
export const play = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/play`,
  given: z.object({
    /** The scenario's place in the sheet. */
    index: z.number().int().min(0),
    /** Texts that differ from the stored ones. */
    texts: z.record(z.string(), z.string()).default({}),
    /** With more pixels: its pictures only count. */
    isSharp: z.boolean().optional(),
  }),
  answer: made<Film>(),
})

const readCase = z.object({ checks: z.array(made<CheckResult>()), failure: z.string().optional() })

/** Brings a case about by real input in a browser of the server, and gives back what is seen then. */
export const still = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/still`,
  given: z.object({ key: z.string().max(4000) }),
  answer: z.object({
    picture: z.string(),
    width: z.number(),
    height: z.number(),
    extent: z.object({ left: z.number(), top: z.number(), width: z.number(), height: z.number() }),
  }),
})

/** Tests one case that no run takes; nothing of it is kept. */
export const tryCase = defineRoute({
  method: 'POST',
  path: `${COMPONENT}/case`,
  given: z.object({ key: z.string().max(4000) }),
  answer: readCase,
})

/** All that a run read in one case. */
export const caseChecks = defineRoute({
  method: 'GET',
  path: '/api/runs/{run}/cases',
  query: z.object({ slug: z.string(), key: z.string() }),
  answer: readCase,
})
