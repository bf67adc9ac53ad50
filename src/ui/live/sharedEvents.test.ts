import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { sharedEvents } from './sharedEvents'

/** Tabs of one browser, as far as they can know of each other: a channel, a lock, and a connection to the server that each may open. */

/** Channels of one name hear each other, never themselves; at once, where real ones take a moment. */
class Channel {
  static open = new Set<Channel>()
  onmessage: ((event: { data: unknown }) => void) | null = null
  constructor(readonly name: string) {
    Channel.open.add(this)
  }
  postMessage(data: unknown) {
    for (const other of Channel.open) if (other !== this && other.name === this.name) other.onmessage?.({ data })
  }
  close() {
    Channel.open.delete(this)
  }
}

/** A connection to the server, whose side the tests speak. */
class Source {
  static readonly CLOSED = 2
  static all: Source[] = []
  onmessage: ((event: { data: string }) => void) | null = null
  onerror: (() => void) | null = null
  readyState = 1
  constructor(readonly path: string) {
    Source.all.push(this)
  }
  says(data: string) {
    this.onmessage?.({ data })
  }
  /** @param isRefused for good: the browser does not try again by itself */
  fails(isRefused: boolean) {
    this.readyState = isRefused ? Source.CLOSED : 0
    this.onerror?.()
  }
  close() {
    this.readyState = Source.CLOSED
  }
  static open = () => Source.all.filter(({ readyState }) => readyState !== Source.CLOSED)
}

/** Locks that are held one after another, in the order in which they were asked for. */
function makeLocks() {
  const turns = new Map<string, Promise<unknown>>()
  return {
    request: (name: string, { signal }: { signal: AbortSignal }, work: () => Promise<void>) => {
      const turn = (turns.get(name) ?? Promise.resolve()).then(() => {
        if (signal.aborted) throw new Error('it was closed before it had its turn')
        return work()
      })
      turns.set(
        name,
        turn.catch(() => {}),
      )
      return turn
    },
  }
}

/** Lets all that waits for a turn have it. */
const turned = async () => {
  for (let at = 0; at < 20; at++) await Promise.resolve()
}

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['queueMicrotask', 'nextTick'] })
  Channel.open.clear()
  Source.all = []
  const window = { setTimeout: globalThis.setTimeout, clearTimeout: globalThis.clearTimeout }
  Object.assign(globalThis, { BroadcastChannel: Channel, EventSource: Source, window })
  Object.defineProperty(globalThis, 'navigator', { value: { locks: makeLocks() }, configurable: true })
})
const real = { BroadcastChannel, navigator: Object.getOwnPropertyDescriptor(globalThis, 'navigator') }
afterEach(() => {
  jest.useRealTimers()
  Object.assign(globalThis, { BroadcastChannel: real.BroadcastChannel })
  Reflect.deleteProperty(globalThis, 'EventSource')
  Reflect.deleteProperty(globalThis, 'window')
  if (real.navigator) Object.defineProperty(globalThis, 'navigator', real.navigator)
  else Reflect.deleteProperty(globalThis, 'navigator')
})

/** A tab that listens. */
function tab(path = '/events', canEnd = false) {
  const heard: string[] = []
  const close = sharedEvents(path, {
    onData: (text) => heard.push(text),
    ...(canEnd && { onGone: () => heard.push('gone') }),
  })
  return { heard, close }
}

describe('tabs share one connection', () => {
  test('which the first has; all hear what it hears', async () => {
    const tabs = [tab(), tab(), tab()]
    await turned()
    expect(Source.all).toHaveLength(1)
    Source.all[0]!.says('one')
    Source.all[0]!.says('two')
    expect(tabs.map(({ heard }) => heard)).toEqual(Array(3).fill(['one', 'two']))
  })

  test('for each address', async () => {
    const [one, other] = [tab('/one'), tab('/other')]
    await turned()
    expect(Source.all.map(({ path }) => path)).toEqual(['/one', '/other'])
    Source.all[0]!.says('x')
    expect([one.heard, other.heard]).toEqual([['x'], []])
  })

  test('one that comes later is told what was last; the others do not hear it twice', async () => {
    const first = tab()
    const second = tab()
    await turned()
    Source.all[0]!.says('one')
    Source.all[0]!.says('two')
    const late = tab()
    await turned()
    expect(late.heard).toEqual(['two'])
    expect([first.heard, second.heard]).toEqual(Array(2).fill(['one', 'two']))
  })

  test('one that comes before anything was said hears the first', async () => {
    const first = tab()
    await turned()
    const late = tab()
    await turned()
    expect(late.heard).toEqual([])
    Source.all[0]!.says('one')
    expect([first.heard, late.heard]).toEqual([['one'], ['one']])
  })
})

describe('when the tab that has the connection closes', () => {
  test('the next takes its place, and the others hear it', async () => {
    const [first, second, third] = [tab(), tab(), tab()]
    await turned()
    first.close()
    await turned()
    expect(Source.all).toHaveLength(2)
    expect(Source.open()).toEqual([Source.all[1]])
    Source.all[1]!.says('on')
    expect([first.heard, second.heard, third.heard]).toEqual([[], ['on'], ['on']])
  })

  test('one that has closed before its turn is passed over', async () => {
    const [first, second, third] = [tab(), tab(), tab()]
    await turned()
    second.close()
    first.close()
    await turned()
    Source.open()[0]!.says('on')
    expect([second.heard, third.heard]).toEqual([[], ['on']])
  })

  test('the last leaves nothing open', async () => {
    const tabs = [tab(), tab()]
    await turned()
    for (const { close } of tabs) close()
    await turned()
    expect(Source.open()).toEqual([])
    expect(Channel.open.size).toBe(0)
  })
})

describe('a connection that fails', () => {
  test('by being cut off is left to the browser', async () => {
    tab()
    await turned()
    Source.all[0]!.fails(false)
    jest.advanceTimersByTime(60_000)
    expect(Source.all).toHaveLength(1)
  })

  test('by a refusal is opened again after a while, as often as it takes', async () => {
    const one = tab()
    await turned()
    Source.all[0]!.fails(true)
    expect(Source.all).toHaveLength(1)
    jest.advanceTimersByTime(3000)
    Source.all[1]!.fails(true)
    jest.advanceTimersByTime(3000)
    expect(Source.all).toHaveLength(3)
    Source.all[2]!.says('back')
    expect(one.heard).toEqual(['back'])
  })

  test('by a refusal is not opened again once nobody listens', async () => {
    const one = tab()
    await turned()
    Source.all[0]!.fails(true)
    one.close()
    jest.advanceTimersByTime(60_000)
    expect(Source.all).toHaveLength(1)
  })

  test('for good, where it may end: every tab is told once, and nobody listens any more', async () => {
    const tabs = [tab('/run', true), tab('/run', true)]
    await turned()
    Source.all[0]!.says('half')
    Source.all[0]!.fails(true)
    await turned()
    expect(tabs.map(({ heard }) => heard)).toEqual(Array(2).fill(['half', 'gone']))
    expect(Source.open()).toEqual([])
    expect(Channel.open.size).toBe(0)
  })
})
