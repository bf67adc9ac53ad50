import { describe, expect, test } from '@jest/globals'
import { compareWithEngine, Tampered, type ComparedPage } from './compareWithEngine'

const STYLE = { display: 'block', width: '40px', height: '20px', color: 'rgb(1, 2, 3)' }
const border = (width: number, height: number) => ({ border: [0, 0, width, 0, width, height, 0, height] }) as never

interface Page {
  read?: Partial<typeof STYLE>
  box?: { width: number; height: number }
  engine?: Partial<typeof STYLE> | 'gone'
  engineBox?: [number, number] | 'none'
}

const page = ({
  read = {},
  box = { width: 40, height: 20 },
  engine = {},
  engineBox = [40, 20],
}: Page): ComparedPage => ({
  sample: () => Promise.resolve({ style: { ...STYLE, ...read }, box }),
  nodes: {
    engineSample: () =>
      Promise.resolve(
        engine === 'gone'
          ? undefined
          : { style: { ...STYLE, ...engine }, box: engineBox === 'none' ? undefined : border(...engineBox) },
      ),
  },
})

describe('what is read is what the engine says', () => {
  test.each<[string, Page]>([
    ['the same', {}],
    ['a box told in whole pixels', { box: { width: 39.6, height: 20.4 } }],
    ['a part that is gone', { engine: 'gone', read: { width: '50px' } }],
    ['no box', { engineBox: 'none', box: { width: 0, height: 0 } }],
    ['a box within lines', { read: { display: 'inline' }, engine: { display: 'inline' }, engineBox: [400, 90] }],
  ])('%s', async (_, given) => {
    await expect(compareWithEngine(page(given), [0, 0], 'root')).resolves.toBeUndefined()
  })

  test.each<[string, Page, string]>([
    ['a style', { read: { width: '50px' } }, 'tampered: the width of root was read as 50px, and is 40px'],
    ['a box', { box: { width: 50, height: 20 } }, "tampered: the box's width of root was read as 50px, and is 40px"],
  ])('or it is told: %s', async (_, given, message) => {
    await expect(compareWithEngine(page(given), [0], 'root')).rejects.toThrow(new Tampered(message))
  })
})
