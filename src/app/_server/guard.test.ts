import { expect, test } from '@jest/globals'
import { askingOf, refusalOf, type Asking } from './guard'

const own: Asking = {
  path: '/api/libraries/firnline/states',
  method: 'GET',
  host: '127.0.0.1:4780',
  origin: null,
  site: 'same-origin',
  mode: 'cors',
  dest: 'empty',
}
const visit = { path: '/firnline', site: 'cross-site', mode: 'navigate', dest: 'document' }

test.each<[string, Partial<Asking>, boolean]>([
  ['our own page', {}, true],
  ['our own page that changes something', { method: 'POST', origin: 'http://127.0.0.1:4780' }, true],
  ['localhost', { host: 'localhost:4780' }, true],
  ['an address of six', { host: '[::1]:4780' }, true],
  ['a program without a browser’s headers', { site: null, mode: null, dest: null }, true],
  ['an address that was typed', { path: '/firnline', site: 'none', mode: 'navigate', dest: 'document' }, true],
  ['a link from another site', visit, true],
  ['a name that was made to point here', { host: 'hut.example' }, false],
  ['a name that begins like ours', { host: '127.0.0.1.hut.example' }, false],
  ['no name', { host: null }, false],
  ['another port of this machine', { origin: 'http://127.0.0.1:9999', site: 'same-site' }, false],
  ['another port, reading', { site: 'same-site' }, false],
  ['another site, reading', { site: 'cross-site' }, false],
  ['another site, writing', { method: 'POST', site: 'cross-site', origin: 'https://hut.example' }, false],
  ['a frame without an origin', { origin: 'null' }, false],
  ['a frame of another site', { ...visit, dest: 'iframe' }, false],
  ['a form of another site', { ...visit, method: 'POST' }, false],
  ['a link from another site to data', { ...visit, path: '/api/libraries/firnline/export' }, false],
  ['the stage under a name of its own', { path: '/stage', host: 'hut-card.localhost:4780', site: 'cross-site' }, true],
  ['data under such a name', { host: 'hut-card.localhost:4780' }, false],
  ['the stage under a foreign name', { path: '/stage', host: 'hut.example' }, false],
])('%s', (_, given, isTaken) => expect(refusalOf({ ...own, ...given }) === undefined).toBe(isTaken))

test('a request is asked for what it tells', () => {
  const headers = {
    host: 'localhost',
    'sec-fetch-site': 'none',
    'sec-fetch-mode': 'navigate',
    'sec-fetch-dest': 'iframe',
  }
  expect(askingOf(new Request('http://localhost/stage?x', { headers }))).toEqual({
    path: '/stage',
    method: 'GET',
    host: 'localhost',
    origin: null,
    site: 'none',
    mode: 'navigate',
    dest: 'iframe',
  })
})
