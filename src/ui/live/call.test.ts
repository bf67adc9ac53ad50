import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { z } from 'zod'
import { call, Refusal, requestJson } from './call'

interface Request {
  path: string
  options: RequestInit
}

let asked: Request[]
let answer: () => Response
const real = globalThis.fetch
beforeEach(() => {
  asked = []
  answer = () => Response.json({ count: 3 })
  globalThis.fetch = (async (path: string, options: RequestInit = {}) => {
    asked.push({ path, options })
    return answer()
  }) as typeof fetch
})
afterEach(() => {
  globalThis.fetch = real
})

const PEGS = {
  method: 'GET',
  path: '/api/libraries/{library}/pegs/{peg}',
  given: z.undefined(),
  query: z.object({ part: z.string().optional(), at: z.number().optional() }),
  answer: z.object({ count: z.number() }),
} as const
const MAKE = {
  method: 'POST',
  path: '/api/pegs',
  given: z.object({ name: z.string() }),
  query: z.undefined(),
  answer: z.object({ count: z.number() }),
} as const

describe('a route is asked', () => {
  test.each<[what: string, params: { library: string; peg: string }, query: object, path: string]>([
    ['with its parameters', { library: 'huts', peg: 'oak' }, {}, '/api/libraries/huts/pegs/oak'],
    [
      'with what must not be taken for a part of its address',
      { library: 'a/b?c', peg: '../ä' },
      {},
      '/api/libraries/a%2Fb%3Fc/pegs/..%2F%C3%A4',
    ],
    [
      'with what stands after the question mark, as far as it is given',
      { library: 'huts', peg: 'oak' },
      { part: 'a&b', at: undefined },
      '/api/libraries/huts/pegs/oak?part=a%26b',
    ],
    ['with a number', { library: 'huts', peg: 'oak' }, { at: 0 }, '/api/libraries/huts/pegs/oak?at=0'],
  ])('%s', async (_, params, query, path) => {
    expect(await call(PEGS, params, { query })).toEqual({ count: 3 })
    expect(asked.map((each) => each.path)).toEqual([path])
    expect(asked[0]!.options).toMatchObject({ method: 'GET' })
    expect(asked[0]!.options.body).toBeUndefined()
  })

  test('with a body, as JSON, and with what the request itself is to do', async () => {
    const { signal } = new AbortController()
    await call(MAKE, {}, { given: { name: 'Oak' }, signal, keepalive: true })
    const { options } = asked[0]!
    expect(options).toMatchObject({ method: 'POST', signal, keepalive: true, body: '{"name":"Oak"}' })
    expect(options.headers).toEqual({ 'content-type': 'application/json' })
  })
})

describe('an answer', () => {
  test('is what was agreed, and no more', async () => {
    answer = () => Response.json({ count: 4, secret: 'x' })
    expect(await call(MAKE, {}, { given: { name: 'Oak' } })).toEqual({ count: 4 })
  })

  test('that is otherwise than agreed is told with the route', async () => {
    answer = () => Response.json({ count: 'many' })
    await expect(call(PEGS, { library: 'huts', peg: 'oak' })).rejects.toThrow(
      /^The server answered \/api\/libraries\/\{library\}\/pegs\/\{peg\} otherwise than agreed: /,
    )
  })

  test('that is no JSON is otherwise than agreed, too', async () => {
    answer = () => new Response('<html>')
    await expect(call(MAKE, {}, { given: { name: 'Oak' } })).rejects.toThrow(/otherwise than agreed/)
  })
})

describe('a refusal', () => {
  test.each<[what: string, body: BodyInit, status: number, words: string]>([
    ['with the server’s own words', '{"problem":"There is no peg."}', 404, 'There is no peg.'],
    ['with words that are none', '{"problem":7}', 400, 'The server answered 400.'],
    ['without words', '{}', 409, 'The server answered 409.'],
    ['of something else between', '<html>Bad gateway</html>', 502, 'The server answered 502.'],
    ['of nothing', 'null', 500, 'The server answered 500.'],
  ])('%s', async (_, body, status, words) => {
    answer = () => new Response(body, { status })
    const refused: unknown = await requestJson('/api/pegs').catch((error: unknown) => error)
    expect(refused).toBeInstanceOf(Refusal)
    expect(refused).toMatchObject({ message: words, status })
  })

  test('keeps what came with it', async () => {
    answer = () => Response.json({ problem: 'Somebody else has changed it.', base: 4 }, { status: 409 })
    await expect(call(MAKE, {}, { given: { name: 'Oak' } })).rejects.toMatchObject({ body: { base: 4 } })
  })
})

test('a server that is not there is told as it is', async () => {
  answer = () => {
    throw new TypeError('fetch failed')
  }
  await expect(call(MAKE, {}, { given: { name: 'Oak' } })).rejects.toThrow('fetch failed')
})

test('what is asked twice at once is asked twice: nobody gets another’s answer', async () => {
  let count = 0
  answer = () => Response.json({ count: ++count })
  const [one, other] = await Promise.all([
    call(PEGS, { library: 'huts', peg: 'oak' }),
    call(PEGS, { library: 'huts', peg: 'elm' }),
  ])
  expect([one, other]).toEqual([{ count: 1 }, { count: 2 }])
  expect(asked.map(({ path }) => path)).toEqual(['/api/libraries/huts/pegs/oak', '/api/libraries/huts/pegs/elm'])
})
