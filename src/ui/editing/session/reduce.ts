import { mergeLines, mergeSheetText } from '@/core/edit'
import { SHEET_SUFFIX } from '@/core/sheet'
import type { Definition, Preview, SaveAnswer } from '@/contract'
import type { Ask, Effect, Session, SessionEvent, Want } from './session'

// The stage follows a pause in typing of this length; what is typed is kept at the same time.
const PREVIEW_AFTER_MS = 120
// Somebody who types without a pause loses no more than this.
const KEEP_AT_LEAST_MS = 700
// A longer pause, and what can be read is saved.
const SAVE_AFTER_MS = 2500
// What could not be loaded is asked for again: nobody sees by themselves that a text is an old one.
const LOAD_AGAIN_MS = 3000

/** A session after something has happened, and what is to be done about it. */
export interface Reduced {
  state: Session
  effects: readonly Effect[]
}

/**
 * The whole editing session: what is typed, kept, saved, merged and undone. One request is on its way at a time, and
 * what is typed is never lost: it is unsaved here, a draft at the server, or saved.
 */
export function reduce(state: Session, event: SessionEvent): Reduced {
  const { state: after, effects } = handle(state, event)
  const sent = send(after)
  return { state: sent.state, effects: [...effects, ...sent.effects] }
}

function handle(state: Session, event: SessionEvent): Reduced {
  switch (event.kind) {
    case 'wanted':
      return only(wanted(state, event.want))
    case 'changed':
      return changed(state, event)
    case 'not-changed':
      return only({ ...state, problems: [event.problem] })
    case 'discarded':
      return discarded(state)
    case 'loaded':
      return loaded(landed(state), event.definition)
    case 'previewed':
      return previewed(state, event.preview)
    case 'saved':
      return saved(state, event.answer)
    case 'stepped':
      return only(stepped(landed(state), event.answer))
    case 'failed':
      return failed(state, event.message)
    case 'head':
      return only(heard(state, event.head))
  }
}

const only = (state: Session): Reduced => ({ state, effects: [] })

const landed = (state: Session): Session => ({ ...state, flight: undefined, failure: undefined })

function discarded(state: Session): Reduced {
  const before = state.definition?.texts ?? {}
  const next: Session = {
    ...state,
    texts: { ...state.texts, ...pick(before, state.unsaved) },
    unsaved: new Set(),
    base: state.definition?.base ?? state.base,
    problems: [],
    conflicts: [],
    lost: undefined,
    wants: state.lost ? [{ kind: 'load' }] : state.wants.filter(({ kind }) => kind === 'load'),
  }
  return {
    state: want(next, { kind: 'preview' }),
    effects: [
      { kind: 'no-timer', timer: 'preview' },
      { kind: 'no-timer', timer: 'save' },
    ],
  }
}

function failed(state: Session, failure: string): Reduced {
  const { flight, wants } = state
  const isLoadMissed = flight?.kind === 'load' || wants.some(({ kind }) => kind === 'load')
  // What else was wanted waits for somebody to try again; nothing is asked for in circles.
  const after: Session = { ...landed(state), isSettling: false, failure, wants: [] }
  return {
    state: flight?.kind === 'save' ? { ...after, lost: flight } : after,
    effects: isLoadMissed ? [{ kind: 'timer', timer: 'load', ms: LOAD_AGAIN_MS }] : [],
  }
}

/** Whether the server may be about to have something else than this session knows. */
const isSaving = ({ isSettling, lost, flight }: Session) =>
  isSettling || lost !== undefined || flight?.kind === 'save' || flight?.kind === 'step'

/** Before the first load there is nothing that could be out of date, but what is on its way may be. */
function heard(state: Session, head: number): Session {
  if (state.base === 0) return { ...state, heard: head }
  return head === state.definition?.base ? state : want(state, { kind: 'load' })
}

function wanted(state: Session, next: Want): Session {
  // What was typed is saved before a step through the history is taken.
  if (next.kind === 'step') return want(want(state, { kind: 'save' }), next)
  // Trying again after a failure catches up with all that may have failed.
  if (next.kind === 'save' && state.failure !== undefined)
    return [next, { kind: 'load' } as const, { kind: 'preview' } as const].reduce(want, state)
  return want(state, next)
}

/** Adds a want, once. */
function want(state: Session, next: Want): Session {
  const others = state.wants.filter(({ kind }) => kind !== next.kind)
  return { ...state, wants: [...others, next] }
}

/** Sends the next request, if none is on its way. */
function send(state: Session): Reduced {
  const [next, ...wants] = state.wants
  if (state.flight || !next) return only(state)
  const ask = askFor(state, next)
  // There is nothing to save, or what was to come after it must not.
  if (!ask) return send({ ...state, wants })
  const sent = { ...state, wants, flight: ask }
  return {
    state: ask.kind === 'preview' ? { ...sent, typingSince: undefined, drafts: withDrafts(state, ask.texts) } : sent,
    effects: [...(ask.kind === 'step' ? [] : [{ kind: 'no-timer', timer: ask.kind } as const]), { kind: 'ask', ask }],
  }
}

function askFor(state: Session, next: Want): Ask | undefined {
  const { base, unsaved, texts } = state
  switch (next.kind) {
    case 'load':
      return next
    case 'preview':
      return {
        kind: 'preview',
        base,
        texts: pick(texts, unsaved),
        drop: idleDrafts(state),
      }
    case 'save':
      return state.lost ?? (unsaved.size === 0 ? undefined : { ...next, base, texts: pick(texts, unsaved) })
    case 'step':
      // What was typed is saved before; where it could not be, the way through the history is not taken.
      return unsaved.size > 0 ? undefined : next
  }
}

/** The server may keep a draft from the moment on that it is sent, whether it answers or not. */
const withDrafts = ({ drafts, tab }: Session, texts: Readonly<Record<string, string>>) => [
  ...drafts.filter((each) => each.tab !== tab || !(each.path in texts)),
  ...Object.keys(texts).map((path) => ({ path, tab })),
]

/** Drafts of texts that are back where they were, and those of other tabs that have been taken up here. */
const idleDrafts = ({ drafts, tab, unsaved }: Session) =>
  drafts.filter((each) => each.tab !== tab || !unsaved.has(each.path))

function changed(state: Session, { texts, when, at }: Extract<SessionEvent, { kind: 'changed' }>): Reduced {
  const unsaved = new Set(state.unsaved)
  const isUnsettled = isSaving(state)
  for (const [path, text] of Object.entries(texts)) {
    // While a save is on its way, what was saved before is a change of it.
    if (state.definition?.texts[path] === text && !isUnsettled) unsaved.delete(path)
    else unsaved.add(path)
  }
  const since = state.typingSince ?? at
  const next: Session = { ...state, texts: { ...state.texts, ...texts }, unsaved, conflicts: [], failure: undefined }
  const isBack = unsaved.size === 0
  if (when === 'now' && !isBack) {
    const now = { ...next, typingSince: undefined, wants: next.wants.filter(({ kind }) => kind !== 'preview') }
    return { state: want(now, { kind: 'save' }), effects: [{ kind: 'no-timer', timer: 'preview' }] }
  }
  const wait = Math.max(0, Math.min(PREVIEW_AFTER_MS, since + KEEP_AT_LEAST_MS - at))
  return {
    state: { ...next, typingSince: since },
    effects: [
      { kind: 'timer', timer: 'preview', ms: wait },
      isBack ? { kind: 'no-timer', timer: 'save' } : { kind: 'timer', timer: 'save', ms: SAVE_AFTER_MS },
    ],
  }
}

function previewed(state: Session, preview: Preview): Reduced {
  const dropped = new Set(state.flight?.kind === 'preview' ? state.flight.drop.map(placeKey) : [])
  const drafts = state.drafts.filter((each) => !dropped.has(placeKey(each)))
  const { preview: before } = state
  return only({
    ...landed(state),
    drafts,
    problems: preview.problems,
    preview: shown(preview, before),
  })
}

/** The last rendering that worked stays while something cannot be read. */
const shown = (preview: Preview, before: Preview | undefined): Preview =>
  preview.model ? preview : { ...preview, ...(before?.model && { model: before.model }), lints: before?.lints ?? [] }

const placeKey = ({ path, tab }: { path: string; tab: string }) => `${tab}\n${path}`

function loaded(state: Session, definition: Definition): Reduced {
  const isFirst = state.base === 0
  const drafted = definition.drafts.filter(
    ({ path, text }) => path in definition.texts && text !== definition.texts[path],
  )
  const typed = Object.fromEntries(drafted.toReversed().map(({ path, text }) => [path, text]))
  const kept = isFirst ? typed : pick(state.texts, state.unsaved)
  const unsaved = new Set(Object.keys(kept).filter((path) => kept[path] !== definition.texts[path]))
  const isClean = unsaved.size === 0
  const next: Session = {
    ...state,
    definition,
    texts: { ...definition.texts, ...kept },
    unsaved,
    // Unsaved texts stay those of the revision that they were typed over: saving merges what has come since.
    base: isClean ? definition.base : isFirst ? (drafted[0]?.base ?? definition.base) : state.base,
    preview: shown(definition.preview, state.preview),
    isSettling: false,
    heard: undefined,
    ...(isClean && { lost: undefined }),
    ...(isFirst && { drafts: definition.drafts.map(({ path, tab }) => ({ path, tab })) }),
    ...(isClean && { problems: definition.preview.problems }),
    ...(isClean && (state.isSettling || state.unsaved.size > 0) && { conflicts: [] }),
  }
  // What was refused may be taken by now: what it stands on has changed.
  const wasRefused = !isFirst && !isClean && state.problems.length > 0
  const ready = wasRefused ? want(next, { kind: 'save' }) : next
  const isOlder = state.heard !== undefined && state.heard !== definition.base
  const after = isOlder ? want(ready, { kind: 'load' }) : ready
  return only(isClean && idleDrafts(next).length === 0 ? after : want(after, { kind: 'preview' }))
}

function saved(state: Session, answer: SaveAnswer): Reduced {
  const sent = state.flight?.kind === 'save' ? state.flight.texts : {}
  const after: Session = { ...landed(state), lost: undefined }
  const withoutSteps = after.wants.filter(({ kind }) => kind !== 'step')
  if (answer.kind === 'conflict') return only({ ...after, conflicts: answer.conflicts, wants: withoutSteps })
  if (answer.kind === 'refused') return only({ ...after, problems: answer.problems, wants: withoutSteps })
  const { tab, definition } = state
  const texts = { ...after.texts }
  const known = { ...definition?.texts }
  const unsaved = new Set(after.unsaved)
  for (const [path, text] of Object.entries(sent)) {
    const now = answer.texts[path] ?? text
    known[path] = now
    if (texts[path] === text) {
      unsaved.delete(path)
      texts[path] = now
      continue
    }
    // What was typed meanwhile goes on from what was sent; a colleague's change that was merged in is kept too.
    if (now === text) continue
    const merge = path.endsWith(SHEET_SUFFIX) ? mergeSheetText : mergeLines
    texts[path] = merge(path, text, texts[path]!, now, 'ours').text
  }
  const next: Session = {
    ...after,
    texts,
    unsaved,
    base: answer.revision,
    ...(definition && { definition: { ...definition, base: answer.revision, texts: known } }),
    problems: [],
    conflicts: [],
    // The server has settled this tab's drafts of what it saved.
    drafts: after.drafts.filter((each) => each.tab !== tab || !(each.path in sent)),
    isSettling: true,
    wants: [{ kind: 'load' }, ...after.wants.filter(({ kind }) => kind !== 'load')],
  }
  const hasMore = unsaved.size > 0
  return { state: next, effects: hasMore ? [{ kind: 'timer', timer: 'save', ms: PREVIEW_AFTER_MS }] : [] }
}

function stepped(state: Session, answer: SaveAnswer): Session {
  const problems = answer.kind === 'refused' ? answer.problems : []
  return { ...want(state, { kind: 'load' }), problems, conflicts: [], isSettling: problems.length === 0 }
}

const pick = (texts: Readonly<Record<string, string>>, paths: Iterable<string>): Record<string, string> =>
  Object.fromEntries([...paths].flatMap((path) => (path in texts ? [[path, texts[path]!]] : [])))
