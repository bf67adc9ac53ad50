/** A line of a file that says what something looks like. */
export interface TraitLine {
  file: string
  line: number
  declaration: string
}

/** What one reading of a part came to when a picture was taken, and the lines that made it so. */
export interface Trait {
  part: string
  reading: string
  text: string
  lines: readonly TraitLine[]
}

/** What cases came to when their pictures were taken. */
export type TraitsOf = ReadonlyMap<string, readonly Trait[]>

/** Cases share most of what they come to: each text and line stands once. */
interface Packed {
  traits: 1
  readings: [part: string, reading: string][]
  texts: string[]
  lines: [file: string, line: number, declaration: string][]
  chains: number[][]
  cases: Record<string, [reading: number, text: number, chain: number][]>
}

/** Traits as the text of their file. The same traits give the same text. */
export function printTraits(traitsOf: TraitsOf): string {
  const [readings, texts, lines, chains] = [interned(), interned(), interned(), interned()]
  const cases: Packed['cases'] = {}
  for (const [key, traits] of [...traitsOf].toSorted(([a], [b]) => (a < b ? -1 : 1)))
    cases[key] = traits.map(({ part, reading, text, lines: own }) => [
      readings.at([part, reading]),
      texts.at(text),
      chains.at(own.map(({ file, line, declaration }) => lines.at([file, line, declaration]))),
    ])
  const packed = { traits: 1, readings: readings.all, texts: texts.all, lines: lines.all, chains: chains.all, cases }
  return JSON.stringify(packed) + '\n'
}

/** @returns no traits for a text that was not printed so */
export function parseTraits(text: string): TraitsOf {
  try {
    const { readings, texts, lines, chains, cases } = JSON.parse(text) as Packed
    const lineAt = (at: number): TraitLine => {
      const [file, line, declaration] = lines[at]!
      return { file, line, declaration }
    }
    const traitOf = ([reading, own, chain]: [number, number, number]): Trait => ({
      part: readings[reading]![0],
      reading: readings[reading]![1],
      text: texts[own]!,
      lines: chains[chain]!.map(lineAt),
    })
    return new Map(Object.entries(cases).map(([key, traits]) => [key, traits.map(traitOf)]))
  } catch {
    return new Map()
  }
}

function interned(): { all: unknown[]; at(value: unknown): number } {
  const all: unknown[] = []
  const places = new Map<string, number>()
  return {
    all,
    at: (value) => {
      const key = JSON.stringify(value)
      const known = places.get(key)
      if (known !== undefined) return known
      places.set(key, all.push(value) - 1)
      return all.length - 1
    },
  }
}
