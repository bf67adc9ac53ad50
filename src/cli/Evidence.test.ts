import { expect, test } from '@jest/globals'
import type { Report } from '@/core/report'
import { picturePath } from '@/core/picture'
import { Evidence } from './Evidence'

const [APPROVED, TAKEN, HUGE] = ['a'.repeat(64), 'b'.repeat(64), 'c'.repeat(64)]
const tree = { bytes: (path: string) => (path === picturePath(APPROVED!) ? new Uint8Array([1, 2]) : undefined) }
const png = (name: string) =>
  Promise.resolve(name === TAKEN ? new Uint8Array([3]) : name === HUGE ? new Uint8Array(10_000_000) : undefined)
const result = (key: string, picture: string) => ({ key, picture }) as never
const strip = (size: number) => ({
  frames: [{ step: 0, picture: 'x'.repeat(size) }],
  extent: { left: 0, top: 0, width: 1, height: 1 },
})

function report(): Pick<Report, 'components'> {
  const group = { causes: [], readings: [], pictures: [{ case: 'k', picture: TAKEN, approved: APPROVED }] }
  const pictures = { newCases: ['huge', 'none'], groups: [group] }
  return { components: [{ slug: 'lamp', findings: [{ cases: ['other', 'k'] }], pictures }] } as never
}

test('pictures are taken from the repository or from the run, as far as there is room', async () => {
  const evidence = new Evidence(tree)
  const results = [result('k', TAKEN!), result('huge', HUGE!), result('none', 'd'.repeat(64))]
  evidence.takePictures('lamp', { results, png })
  evidence.takeFilm('lamp', 'Short', strip(1000))
  evidence.takeFilm('lamp', 'Long', strip(12_000_000))
  await evidence.gather(report())
  const { picture, pictureOf, film } = evidence.help
  expect(picture!(APPROVED!)).toBe('data:image/png;base64,AQI=')
  expect(picture!(TAKEN!)).toBe('data:image/png;base64,Aw==')
  expect(picture!(HUGE!)).toBeUndefined()
  expect(pictureOf!('lamp', ['other', 'k'])).toBe(picture!(TAKEN!))
  expect(pictureOf!('stove', ['k'])).toBeUndefined()
  expect([film!('lamp', 'Short'), film!('lamp', 'Long')]).toEqual([strip(1000), undefined])
})
