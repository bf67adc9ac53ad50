import { describe, expect, test } from '@jest/globals'
import { times } from '../../../../tests/support/extent'
import fc from 'fast-check'
import { FakeServer } from './fakeServer'
import { statusOf } from './session'

const CSS = 'peg.css'
const css = (a: number | string, c: number | string = 0) => `.a { left: ${a} }\n\n\n\n.b { }\n\n\n\n.c { left: ${c} }\n`
const opened = () => {
  const server = new FakeServer({ [CSS]: css(0) })
  server.settle()
  return server
}
const status = (server: FakeServer) => statusOf(server.session).kind

describe('what is typed', () => {
  test('is rendered and kept after a pause, and saved after a longer one', () => {
    const server = opened()
    server.type({ [CSS]: css(1) })
    expect([status(server), [...server.timers]]).toEqual([
      'typing',
      [
        ['preview', 120],
        ['save', 2500],
      ],
    ])
    server.fire('preview')
    expect(server.asked).toEqual({ kind: 'preview', base: 1, texts: { [CSS]: css(1) }, drop: [] })
    server.deliver()
    expect(server.drafts.map(({ text }) => text)).toEqual([css(1)])
    server.fire('save')
    expect(status(server)).toBe('saving')
    server.settle()
    expect([status(server), server.saved, server.drafts]).toEqual(['saved', { [CSS]: css(1) }, []])
  })

  test.each([
    [[0], [120]],
    [
      [0, 100, 400],
      [120, 120, 120],
    ],
    [
      [0, 300, 600, 650, 900],
      [120, 120, 100, 50, 0],
    ],
  ])('typed without a pause at %j it is kept within 0.7 s: waits %j', (times, waits) => {
    const server = opened()
    const waited = times.map((at) => {
      server.type({ [CSS]: css(at + 1) }, 'later', at)
      return server.timers.get('preview')
    })
    expect(waited).toEqual(waits)
  })

  test('and taken back to what is saved is no draft any more, however late the server hears of it', () => {
    const server = opened()
    server.type({ [CSS]: css(1) })
    server.fire('preview')
    server.arrive()
    server.type({ [CSS]: css(0) })
    expect(status(server)).toBe('saved')
    server.settle()
    expect([server.drafts, server.head]).toEqual([[], 1])
  })

  test('while a save is on its way is saved after it, even when it is what was there before', () => {
    const server = opened()
    server.type({ [CSS]: css(1) }, 'now')
    server.arrive()
    server.type({ [CSS]: css(0) })
    server.settle()
    expect([server.saved, server.head]).toEqual([{ [CSS]: css(0) }, 3])
  })

  test('while a save merges a colleague’s change does not undo that change', () => {
    const server = opened()
    server.type({ [CSS]: css(1) }, 'now')
    server.colleague({ [CSS]: css(0, 7) })
    server.type({ [CSS]: css(2) })
    server.settle()
    expect(server.saved).toEqual({ [CSS]: css(2, 7) })
  })

  test('and cannot be read is told, stays, and is thrown away by hand alone', () => {
    const server = opened()
    server.refuses = (texts) => Object.values(texts).some((text) => text.includes('oops'))
    server.type({ [CSS]: css('oops') }, 'now')
    server.settle()
    expect([status(server), server.session.texts[CSS]]).toEqual(['broken', css('oops')])
    server.send({ kind: 'wanted', want: { kind: 'step', step: { kind: 'undo' } } })
    server.settle()
    // The way through the history is not taken over unsaved work.
    expect([status(server), server.session.texts[CSS], server.head]).toEqual(['broken', css('oops'), 1])
    server.send({ kind: 'discarded' })
    server.settle()
    expect([status(server), server.session.texts[CSS], server.drafts]).toEqual(['saved', css(0), []])
  })

  test('stays through a failure, and is saved when it is tried again', () => {
    const server = opened()
    server.type({ [CSS]: css(1) }, 'now')
    server.fail()
    expect(statusOf(server.session)).toEqual({ kind: 'offline', message: 'no network' })
    server.send({ kind: 'wanted', want: { kind: 'save' } })
    server.settle()
    expect([status(server), server.saved]).toEqual(['saved', { [CSS]: css(1) }])
  })
})

test('what a colleague saves while the first load is on its way is loaded too', () => {
  const server = new FakeServer({ [CSS]: css(0) })
  server.arrive()
  server.colleague({ [CSS]: css(0, 7) })
  server.settle()
  expect([server.session.texts, server.session.base]).toEqual([{ [CSS]: css(0, 7) }, 2])
})

describe('drafts', () => {
  const draft = (tab: string, a: number, base = 1) => ({ path: CSS, tab, base, text: css(a) })
  test.each([
    ['of this tab', [draft('mine', 1)], css(1)],
    ['of a tab that is gone', [draft('other', 2)], css(2)],
    ['of two tabs, the last first', [draft('other', 3), draft('mine', 1)], css(3)],
    ['that say what is saved', [draft('mine', 0)], css(0)],
  ])('%s are taken up, and kept under this tab alone', (_, drafts, text) => {
    const server = new FakeServer({ [CSS]: css(0) }, 'mine', drafts)
    server.deliver()
    expect(server.session.texts[CSS]).toBe(text)
    server.settle()
    expect(server.drafts.filter((each) => each.text !== css(0)).map(({ tab, text: kept }) => [tab, kept])).toEqual(
      text === css(0) ? [] : [['mine', text]],
    )
  })

  test('over an older revision are merged with what came since', () => {
    const server = new FakeServer({ [CSS]: css(0) }, 'mine', [draft('mine', 1)])
    server.revisions.push({ [CSS]: css(0, 5) })
    server.settle()
    server.send({ kind: 'wanted', want: { kind: 'save' } })
    server.settle()
    expect(server.saved).toEqual({ [CSS]: css(1, 5) })
  })
})

describe('a colleague', () => {
  test('changes what is not being typed here: it is loaded', () => {
    const server = opened()
    server.colleague({ [CSS]: css(0, 3) })
    server.settle()
    expect([server.session.texts[CSS], status(server)]).toEqual([css(0, 3), 'saved'])
  })

  test.each([
    ['ours', css(1)],
    ['theirs', css(2)],
  ] as const)('changes the same place: it is asked whose counts, and %s does', (prefer, text) => {
    const server = opened()
    server.type({ [CSS]: css(1) }, 'now')
    server.colleague({ [CSS]: css(2) })
    server.settle()
    expect([status(server), server.saved[CSS]]).toEqual(['conflict', css(2)])
    server.send({ kind: 'wanted', want: { kind: 'save', prefer } })
    server.settle()
    expect([status(server), server.saved[CSS], server.session.texts[CSS]]).toEqual(['saved', text, text])
  })
})

describe('undo', () => {
  test('saves first what is being typed, then goes back', () => {
    const server = opened()
    server.type({ [CSS]: css(1) })
    server.send({ kind: 'wanted', want: { kind: 'step', step: { kind: 'undo' } } })
    server.settle()
    expect([server.revisions.map((each) => each[CSS]), server.session.texts[CSS]]).toEqual([
      [css(0), css(1), css(0)],
      css(0),
    ])
  })

  test('does not lose what is typed while it is on its way', () => {
    const server = opened()
    server.type({ [CSS]: css(1) }, 'now')
    server.settle()
    server.send({ kind: 'wanted', want: { kind: 'step', step: { kind: 'undo' } } })
    server.arrive()
    server.type({ [CSS]: css(1, 9) })
    server.settle()
    expect(server.saved[CSS]).toBe(css(0, 9))
  })
})

test('in whatever order things happen, both people’s last words are saved, and no draft is left behind', () => {
  const happening = fc.oneof(
    fc.record({ do: fc.constant('type' as const), value: fc.nat(3), when: fc.constantFrom('now', 'later') }),
    fc.record({ do: fc.constant('colleague' as const), value: fc.nat(3) }),
    fc.record({ do: fc.constantFrom('preview', 'save', 'arrive', 'deliver', 'fail') }),
  )
  fc.assert(
    fc.property(fc.array(happening, { maxLength: 30 }), (happenings) => {
      const server = opened()
      let [mine, theirs] = [0, 0]
      for (const each of happenings) {
        if ('when' in each)
          server.type({ [CSS]: css((mine = each.value), lastC(server)) }, each.when as 'now' | 'later')
        else if ('value' in each) server.colleague({ [CSS]: css(lastA(server.saved[CSS]!), (theirs = each.value)) })
        else if (each.do === 'preview' || each.do === 'save') server.fire(each.do)
        else server[each.do as 'arrive' | 'deliver' | 'fail']()
      }
      server.settle()
      server.send({ kind: 'wanted', want: { kind: 'save' } })
      server.settle()
      expect([server.saved[CSS], server.session.texts[CSS], status(server)]).toEqual([
        css(mine, theirs),
        css(mine, theirs),
        'saved',
      ])
      expect(server.drafts).toEqual([])
    }),
    { numRuns: times(125, 500) },
  )
})

const lastA = (text: string) => /\.a \{ left: (\d+)/.exec(text)![1]!
// Somebody types into what is on the screen: the rest of the text stays as it is there.
const lastC = (server: FakeServer) => /\.c \{ left: (\d+)/.exec(server.session.texts[CSS]!)![1]!
