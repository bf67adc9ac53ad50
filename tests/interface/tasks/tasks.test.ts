import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { startApp, type App } from '../../support/app'
import { thorough } from '../../support/extent'
import { Hand } from '../../support/hand'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(() => app.close())

const MOST = 30
const counts: string[] = []
afterAll(() => console.log(counts.join('\n')))

/** One that starts from a React module; recordings and scenarios are proven elsewhere. */
const SOME = ['a typed button']

/** One of the trade's tasks: from an empty library to a specification that is proven. */
const task = (name: string, work: (hand: Hand) => Promise<void>) =>
  (SOME.includes(name) ? test : thorough)(
    name,
    async () => {
      const hand = await Hand.at(app, '/-/libraries')
      try {
        await work(hand)
        counts.push(`${String(hand.actions).padStart(3)} ${name}`)
        expect(hand.actions).toBeLessThanOrEqual(MOST)
      } catch (error) {
        throw new Error(`it came to its end at ${await hand.whereabouts()}`, { cause: error })
      } finally {
        await hand.page.close()
      }
    },
    120_000,
  )

/** How many cases hold, and scenarios where there are some: all of them. */
const allHold = (cases: number, scenarios = 0) =>
  `${cases}holds0misses${scenarios > 0 ? ` · ${scenarios}holds0misses` : ''}`

const verified = async (hand: Hand, wanted: string) => expect(await hand.verify(wanted)).toBe(wanted)

task('a status tile with two axes', async (hand) => {
  await hand.bring('Tiles', ['hut-status.html', 'hut-status.css'])
  await hand.draft()
  await hand.expect('label', 'contrast', '>= 4.5')
  await hand.expect('dot', 'box.width', '8px')
  await verified(hand, allHold(9))
})

task('a switch on a native checkbox', async (hand) => {
  await hand.bring('Latches', ['latch.html', 'latch.css'])
  await hand.draft()
  await hand.expect('track', 'box.width', '44px')
  await hand.addChecks()
  await hand.sees(/Switch: Space turns it on and off/)
  await verified(hand, allHold(6, 1))
})

task('a toast', async (hand) => {
  await hand.bring('Calls', ['call-out.html', 'call-out.css', 'call-out.js'])
  await hand.draft()
  await hand.press('link', 'Behaviour')
  await hand.scenario('The note goes after five seconds', [
    ['throughout', { For: '4.9s', Part: 'note', Reading: 'visible', Expected: 'yes' }],
    ['eventually', { Within: '200ms', Part: 'note', Reading: 'visible', Expected: 'no' }],
  ])
  await verified(hand, allHold(1, 1))
})

task('a disclosure group', async (hand) => {
  await hand.bring('Days', ['day-plan.html', 'day-plan.css', 'day-plan.js'])
  await hand.draft()
  await hand.addChecks()
  await hand.sees(/Enter opens and closes it/)
  await verified(hand, allHold(4, 2))
})

task('an overlay', async (hand) => {
  await hand.bring('Leaving', ['leave-hut.html', 'leave-hut.css', 'leave-hut.js'])
  await hand.draft()
  await hand.addChecks()
  await hand.sees(/keeps it, and gives it back/)
  await verified(hand, allHold(1, 1))
})

task('a card with five slots', async (hand) => {
  await hand.bring('Tours', ['tour-card.html', 'tour-card.css'])
  await hand.press('tab', 'Axes 1')
  await hand.choose('Kind of the new axis', 'slot filled and empty')
  await hand.type('Name of a new axis', 'foot')
  await hand.sees(/4 cases/)
  await hand.draft()
  await hand.expect('body', 'within(root)', 'yes')
  await verified(hand, allHold(4))
})

task('a multi-line field', async (hand) => {
  await hand.bring('Books', ['hut-book.html', 'hut-book.css', 'hut-book.js'])
  await hand.draft()
  await hand.expect('input', 'name', 'Your entry in the hut book')
  await hand.press('link', 'Behaviour')
  await hand.scenario('What is left is counted', [
    ['type', { What: 'Hallo' }],
    ['expect', { Part: 'count', Reading: 'text', Expected: '15 left' }],
  ])
  await verified(hand, allHold(6, 1))
})

task('a tooltip', async (hand) => {
  await hand.bring('Ropes', ['rope-tip.html', 'rope-tip.css', 'rope-tip.js'])
  await hand.draft()
  await hand.addChecks()
  await hand.sees(/the focus shows it, Escape takes it away/)
  await verified(hand, allHold(1, 1))
})

task('a checkbox to the pixel', async (hand) => {
  await hand.bring('Gear', ['gear-check.html', 'gear-check.css'])
  await hand.draft()
  await hand.expect('input', 'box.width', '22px')
  await hand.expect('input', 'box.height', '22px')
  await hand.expect('text', 'gap(input)', '8px')
  await hand.addChecks()
  await verified(hand, allHold(12, 1))
})

task('tabs', async (hand) => {
  await hand.bring('Tabs', ['hut-tabs.html', 'hut-tabs.css', 'hut-tabs.js'])
  await hand.draft()
  await hand.addChecks()
  await verified(hand, allHold(4, 1))
})

task('a select', async (hand) => {
  await hand.bring('Rooms', ['room-pick.html', 'room-pick.css', 'room-pick.js'])
  await hand.draft()
  await hand.addChecks()
  await verified(hand, allHold(4, 2))
})

task('a typed button', async (hand) => {
  await hand.bring('Buttons', ['CallButton.tsx', 'CallButton.css'])
  await hand.draft()
  await hand.expect('root', 'role', 'button')
  await hand.addChecks()
  await verified(hand, allHold(18, 1))
})

task('names against classes', async (hand) => {
  await hand.bring('Signs', ['TrailSign.tsx', 'TrailSign.css'])
  await hand.run()
  // The class of one name is styled by another name: what a run has seen tells both.
  await hand.pressLike('tab', /^Lints [1-9]/)
  await hand.sees(/trail-sign--alpine/)
  await hand.sees(/trail-sign--high/)
  await hand.press('tab', 'TrailSign.css')
  await hand.replace('TrailSign.css', 'trail-sign--high', 'trail-sign--alpine')
  await hand.draft()
  await verified(hand, allHold(3))
  await hand.press('link', 'Define')
  await hand.sees(/Lints 0/)
})

task('radio switches', async (hand) => {
  await hand.bring('Stoves', ['stove-power.html', 'stove-power.css'])
  await hand.draft()
  await hand.addChecks()
  await hand.sees(/arrow keys choose, and only one is chosen/)
  await verified(hand, allHold(4, 1))
})

task('chips', async (hand) => {
  await hand.bring('Filters', ['hut-filter.html', 'hut-filter.css', 'hut-filter.js'])
  await hand.draft()
  await hand.press('link', 'Behaviour')
  await hand.scenario('One goes, the next has the focus', [
    ['click', { Part: 'remove' }],
    ['expect', { Part: 'chip', Reading: 'count', Expected: '2' }],
    ['expect', { Part: 'remove', Reading: 'focused', Expected: 'yes' }],
  ])
  await verified(hand, allHold(3, 1))
})

task('a field with icons', async (hand) => {
  await hand.bring('Peaks', ['peak-search.html', 'peak-search.css'])
  await hand.draft()
  await hand.expect('lens', 'box.left', '12px')
  await hand.expect('clear', 'target.width', '>= 24px')
  await hand.addChecks()
  await verified(hand, allHold(3, 1))
})

task('a drawn number', async (hand) => {
  await hand.bring('Snow', ['snow-depth.html', 'snow-depth.css'])
  await hand.press('tab', 'Axes 0')
  await hand.type('Name of a new axis', 'depth')
  await hand.sees(/2 cases/)
  await hand.draft()
  await hand.expect('text', 'font-variant-numeric', 'tabular-nums')
  await hand.expect('root', 'name', 'not ""')
  await verified(hand, allHold(2))
})

task('a token change', async (hand) => {
  await hand.emptyLibrary('Plates')
  await hand.press('link', 'Tokens')
  await hand.newToken('color.plate', '#7a2412')
  await hand.press('button', 'All components')
  await hand.press('menuitem', 'All components')
  await hand.make(['hut-sign.html', 'hut-sign.css'])
  await hand.draft()
  await hand.sees(/color\.plate/)
  await verified(hand, allHold(2))
  await hand.press('link', 'Tokens')
  await hand.pressLike('row', /^plate/)
  await hand.type('Value in all', '#1e6049', 'combobox')
  await hand.sees(/What would change/)
  await hand.press('button', 'Save')
  await hand.type('Name of the token', 'color.board')
  await hand.sees(/board/)
})
