import { z } from 'zod'

const sourceLine = z.object({
  /** As seen from the component's folder, where it lies there; else from the library's. */
  file: z.string(),
  /** As seen from the library's folder. */
  path: z.string().optional(),
  line: z.number(),
  declaration: z.string(),
})

const lint = z.object({
  code: z.string(),
  severity: z.enum(['error', 'warning']),
  message: z.string(),
  file: z.string(),
  /** As seen from the library's folder. */
  path: z.string().optional(),
  line: z.number(),
})

const finding = z.object({
  part: z.string(),
  reading: z.string(),
  verdict: z.enum(['misses', 'unread']),
  expected: z.string(),
  measured: z.string(),
  difference: z.string(),
  cases: z.array(z.string()),
  rule: z.object({ index: z.number(), line: z.number() }),
  /** The declaration that made it so, the cause first; `through` the others that it took. */
  origin: sourceLine.extend({ through: z.array(sourceLine).optional() }).optional(),
  message: z.string(),
})

const scenarioTotals = z.object({ holds: z.number(), misses: z.number(), unsteady: z.number(), unread: z.number() })

const step = z.object({
  step: z.string(),
  verdict: z.enum(['holds', 'misses', 'unread', 'open']),
  /** Virtual time at its end, in ms since the scenario's start. */
  at: z.number(),
  message: z.string(),
  line: z.number(),
  /** When `eventually` first held, in ms from the step's beginning. */
  heldAfter: z.number().optional(),
})

const scenario = z.object({
  name: z.string(),
  verdict: z.enum(['holds', 'misses', 'unread', 'unsteady']),
  /** Wall time of all performances. */
  milliseconds: z.number(),
  line: z.number(),
  runs: z.number(),
  clock: z.enum(['engine', 'page']),
  steps: z.array(step),
  notes: z.array(z.string()),
  /** The steps of a performance that came out otherwise. */
  otherSteps: z.array(step).optional(),
})

const box = z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })

const picture = z.object({
  case: z.string(),
  verdict: z.enum(['changed', 'moved', 'resized']),
  /** Names the picture that was taken, and the approved one. */
  picture: z.string(),
  approved: z.string().optional(),
  /** How far it has moved, in device pixels. */
  by: z.object({ x: z.number(), y: z.number() }).optional(),
  /** What has changed, in device pixels on the ground of both pictures. */
  boxes: z.array(box).optional(),
  /** Changed pixels by all, 0 to 1. */
  share: z.number().optional(),
  /** Greatest distance of colours, in OKLab. */
  largest: z.number().optional(),
})

const pictureGroup = z.object({
  /** What made them change; empty where nothing that was read explains it. */
  causes: z.array(z.object({ text: z.string(), before: sourceLine.optional(), after: sourceLine.optional() })),
  readings: z.array(z.object({ part: z.string(), reading: z.string(), from: z.string(), to: z.string() })),
  pictures: z.array(picture),
})

const pictures = z.object({
  compared: z.number(),
  same: z.number(),
  changed: z.number(),
  new: z.number(),
  /** Cases of which a picture is approved for another rig only. */
  otherRig: z.number().optional(),
  /** Cases of which none is approved. */
  newCases: z.array(z.string()).optional(),
  /** Cases of which a picture is approved, and that are gone. */
  gone: z.array(z.string()).optional(),
  groups: z.array(pictureGroup).optional(),
})

const ruleText = z.object({
  when: z.record(z.string(), z.unknown()).optional(),
  expect: z.record(z.string(), z.record(z.string(), z.unknown())),
})

/** Whether the specification notices when the component breaks. */
const strength = z.object({
  way: z.enum(['quick', 'full']),
  /** Breaks that were made; `counted`: that change something; `idle`: that change nothing; `failed`: that could not be tried. */
  breaks: z.number(),
  counted: z.number(),
  noticed: z.number(),
  idle: z.number(),
  failed: z.number(),
  cells: z.array(z.object({ part: z.string(), kind: z.string(), counted: z.number(), noticed: z.number() })),
  unnoticed: z.array(
    z.object({
      kind: z.string(),
      told: z.string(),
      part: z.string(),
      at: z.object({ file: z.string(), line: z.number() }).optional(),
      changed: z.array(
        z.object({ case: z.string(), part: z.string(), reading: z.string(), before: z.string(), after: z.string() }),
      ),
      picture: z.object({ case: z.string(), before: z.string(), after: z.string() }).optional(),
      /** The scenario that it changes. */
      scenario: z.string().optional(),
      /** Expectations that hold now and would miss. */
      proposal: z.object({ part: z.string(), reading: z.string(), rules: z.array(ruleText) }).optional(),
    }),
  ),
  /** Rules that no break makes miss, where they were looked for; `line` in the sheet. */
  untested: z.array(z.object({ rule: z.number(), line: z.number() })).optional(),
  notes: z.array(z.string()),
})

const component = z.object({
  slug: z.string(),
  name: z.string(),
  /** Names everything that its results depend on: equal ones give equal results. */
  fingerprint: z.string().optional(),
  /** Its sheet, as seen from the library's folder. */
  sheet: z.string().optional(),
  cases: z.number(),
  /** There are cases, and nothing was found out of them: no reading, no scenario, no picture. */
  hollow: z.literal(true).optional(),
  /** Cases that could not be read at all, by what kept them from it; left out where there are none. */
  failed: z.array(z.object({ reason: z.string(), cases: z.array(z.string()) })).optional(),
  lints: z.array(lint),
  findings: z.array(finding),
  scenarios: z.array(scenario),
  pictures,
  /** Faults of the component as a whole, such as an error thrown outside of any case. */
  notes: z.array(z.string()),
  /** How much an earlier run had found, and nothing has changed since; `since`: when the earliest of those runs began. */
  reused: z.object({ cases: z.number(), scenarios: z.number(), since: z.string() }).optional(),
  /** Left out where it was not asked for. */
  strength: strength.optional(),
})

/** What `verify --format json` prints. The shape only grows. */
export const reportSchema = z.object({
  brelt: z.literal(1),
  library: z.string(),
  browser: z.string(),
  /** Which part of the library it is, where that was asked for; `split` names how it was divided: parts of another are no parts of this. */
  shard: z.object({ number: z.int(), of: z.int(), split: z.string() }).optional(),
  startedAt: z.string(),
  milliseconds: z.number(),
  /** What the repository said of the folder, where it lies in one; `folder`: as seen from the repository's root, with a slash at its end. */
  git: z
    .object({ commit: z.string(), branch: z.string().optional(), isClean: z.boolean(), folder: z.string() })
    .optional(),
  totals: z.object({
    components: z.number(),
    cases: z.number(),
    readings: z.number(),
    holds: z.number(),
    misses: z.number(),
    unread: z.number(),
    scenarios: scenarioTotals,
    lints: z.object({ error: z.number(), warning: z.number() }),
  }),
  components: z.array(component),
})

export type Report = z.output<typeof reportSchema>
export type ComponentReport = z.output<typeof component>
export type ScenarioReport = z.output<typeof scenario>
export type Finding = z.output<typeof finding>
