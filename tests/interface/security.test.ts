import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { startApp, type App } from '../support/app'

let app: App
beforeAll(async () => {
  app = await startApp()
})
afterAll(async () => app?.close())

interface Answer {
  status: number
  headers: Record<string, string | string[] | undefined>
  text: string
}

/** Asks as any program can, with any headers; `body` in several pieces is sent in chunks, without a length. */
function ask(
  path: string,
  {
    method = 'GET',
    headers = {},
    body = [],
  }: { method?: string; headers?: Record<string, string>; body?: string[] } = {},
): Promise<Answer> {
  const { hostname, port } = new URL(app.address)
  return new Promise((done, fail) => {
    const sent = request({ hostname, port, path, method, headers }, (answer) => {
      let text = ''
      answer.setEncoding('utf8')
      answer.on('data', (piece: string) => (text += piece))
      answer.on('end', () => done({ status: answer.statusCode!, headers: answer.headers, text }))
    })
    sent.on('error', fail)
    if (body.length > 1) sent.setHeader('transfer-encoding', 'chunked')
    for (const piece of body) sent.write(piece)
    sent.end()
  })
}

const RUNS = '/api/libraries/firnline/runs'
const STATES = '/api/libraries/firnline/states'
const SURVEY = '/api/libraries/firnline/components/hut-icon/survey'

describe('who may ask', () => {
  test.each([
    ['a name that was made to point here, for data', STATES, { host: 'hut.example' }, 403],
    ['the same, for a page', '/firnline', { host: 'hut.example' }, 403],
    ['the same, for component code', '/stage?program=board', { host: 'hut.example' }, 403],
    ['the same, for a script', '/_next/static/chunks/none.js', { host: 'hut.example' }, 403],
    ['another site, for data', STATES, { 'sec-fetch-site': 'cross-site' }, 403],
    ['another port of this machine', STATES, { 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:9' }, 403],
    ['a frame of another site', '/firnline', { 'sec-fetch-site': 'cross-site', 'sec-fetch-dest': 'iframe' }, 403],
    [
      'a link from another site',
      '/firnline',
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' },
      200,
    ],
    ['a program of the user’s', STATES, {}, 200],
  ])('%s', async (_, path, headers, status) => {
    const answer = await ask(path, { headers })
    expect(answer.status).toBe(status)
    if (status === 403) expect(JSON.parse(answer.text)).toEqual({ problem: expect.stringMatching(/^[A-Z].+\.$/) })
  })

  test('what starts a browser is no GET', async () => {
    expect((await ask(SURVEY)).status).toBe(405)
    // It lists runs, and starts none.
    const listed = async () => (JSON.parse((await ask(RUNS)).text) as { runs: unknown[] }).runs.length
    const before = await listed()
    expect(await listed()).toBe(before)
  })
})

describe('what is no good request gets a sentence', () => {
  test.each<[string, string, string, string[], number, RegExp]>([
    ['broken JSON', 'POST', RUNS, ['{"components"'], 400, /no JSON/],
    ['no body where one is asked for', 'POST', RUNS, [], 400, /no JSON/],
    ['another shape', 'POST', RUNS, ['{"components":"all"}'], 400, /components/],
    ['a number that is none', 'POST', SURVEY, ['{"extra":NaN}'], 400, /no JSON/],
    ['a component that is not there', 'POST', RUNS, ['{"components":["gone"]}'], 404, /no component .*gone/],
    ['a library that is not there', 'GET', '/api/libraries/gone/states', [], 404, /no library/],
    ['a folder that is not there', 'POST', '/api/libraries?folder=/no/such/folder', [], 422, /no\/such\/folder/],
  ])('%s', async (_, method, path, body, status, told) => {
    const answer = await ask(path, { method, body, headers: { 'content-type': 'application/json' } })
    expect([answer.status, answer.text]).toEqual([status, expect.stringMatching(told)])
  })

  test('escapes that are none', async () => {
    const answer = await ask('/api/libraries/%E0%A4%A/states')
    expect(answer.status).toBeGreaterThanOrEqual(400)
    expect(answer.status).toBeLessThan(500)
  })

  test('a body that is too large is refused, also one that tells no length', async () => {
    const piece = 'x'.repeat(1024 * 1024)
    const answer = await ask('/api/libraries?name=big.zip', {
      method: 'POST',
      body: Array<string>(80).fill(piece),
    }).catch(
      // The server may hang up before all has been sent.
      () => ({ status: 413, text: '' }),
    )
    expect(answer.status).toBe(413)
    expect((await ask(STATES)).status).toBe(200)
  })

  test('none of it has started a run', async () => {
    const { text } = await ask(STATES)
    expect(text).not.toMatch(/runId":"|"run":"/)
  })
})

describe('what answers may do', () => {
  test.each([
    ['/firnline', /default-src 'none'.*script-src 'self' 'nonce-.*frame-ancestors 'none'/],
    ['/firnline/hut-icon/matrix', /frame-src 'self'/],
    ['/no-such-library', /default-src 'none'/],
    ['/stage?program=board', /sandbox allow-scripts/],
  ])('%s', async (path, policy) => {
    const { headers } = await ask(path)
    expect(headers['content-security-policy']).toMatch(policy)
    const isStage = path.startsWith('/stage')
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'referrer-policy': 'no-referrer',
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-resource-policy': isStage ? 'cross-origin' : 'same-origin',
    })
  })

  test('each answer’s scripts have a nonce of their own', async () => {
    const nonces = await Promise.all(
      [1, 2].map(
        async () => /'nonce-([^']+)'/.exec(String((await ask('/firnline')).headers['content-security-policy']))![1],
      ),
    )
    expect(new Set(nonces).size).toBe(2)
  })
})
