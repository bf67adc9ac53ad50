import { EMPTY_INVENTORY } from './inventory'
import { expose } from './expose'
import { Incidents } from './Incidents'
import { IsolatedStage } from './IsolatedStage'
import { standStill } from './Pace'
import { differsInPlain } from './plainTwin'
import { hasCode } from './protocol'
import type { RunnerStage, StageWindow } from './RunnerStage'
import { Stage } from './Stage'
import { sayProperties } from './sayProperties'
import { watchSideEffects } from './sideEffects'

/** The function that this program is the body of. */
declare const breltProgram: () => void

const view = window as unknown as StageWindow
// Documents that are opened in the page run the same program.
const program = `(${String(breltProgram)})()`
// Component code may replace the binding; the runner listens to the one it made.
const beat = view.breltBeat
const pace = standStill(view, () => beat?.('-1'))
const incidents = new Incidents()
let stage: Stage | IsolatedStage | undefined
view.addEventListener('error', (event) => incidents.add(event.message))
view.addEventListener('unhandledrejection', (event) => incidents.add(event.reason))

// After our own listeners, which are not the component's doing.
const watch = watchSideEffects(view)

// Without a script no case runs code of the component's: a beat now and then tells that work goes on.
const BEAT_EVERY = 50
const onBeat = (index: number) => {
  if (hasScript || index % BEAT_EVERY === 0) beat?.(String(index))
}
let hasScript = false
let size = { width: 0, height: 0 }

const opened = () => {
  if (!stage) throw new Error('no component is open')
  return stage
}

expose(view, 'breltStage', {
  open: async (component, context, viewport) => {
    hasScript = hasCode(component)
    beat?.('-1')
    size = viewport
    stage = component.isolated ? new IsolatedStage(component, program, viewport) : await Stage.open(component, pace)
    stage.setContext(context)
  },
  openOwn: (component, lastReference) => Stage.open(component, pace, lastReference),
  setContext: (context) => opened().setContext(context),
  mount: (cases) => opened().mount(cases, onBeat),
  comeToRest: () => opened().comeToRest(),
  isWatching: () => opened().isWatching(),
  said: (asked) => sayProperties(opened(), asked),
  sideEffect: () => (stage instanceof Stage ? (watch.found() ?? stage.escape(stage.cases)) : undefined),
  differsInPlain: async () => {
    if (!(stage instanceof Stage)) return undefined
    return differsInPlain(stage, { component: { ...stage.component, isolated: true }, program, viewport: size })
  },
  clear: () => {
    // Counted while they stand.
    const inventory = stage?.count(EMPTY_INVENTORY) ?? EMPTY_INVENTORY
    stage?.clear()
    return inventory
  },
  incidents: () => incidents.take(),
} satisfies RunnerStage)
