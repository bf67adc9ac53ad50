/** A piece of a production: words as they are written, another rule, or what is described in prose. */
export type GrammarPart =
  | { word: string }
  | { rule: string }
  /** Described, with what such a thing may look like. */
  | { prose: string; such: readonly string[] }
  | { optional: readonly GrammarPart[] }
  | { repeated: readonly GrammarPart[] }

export interface Production {
  name: string
  /** One of these sequences. */
  either: readonly (readonly GrammarPart[])[]
  note?: string
}

const word = (text: string): GrammarPart => ({ word: text })
const rule = (name: string): GrammarPart => ({ rule: name })
const prose = (text: string, ...such: string[]): GrammarPart => ({ prose: text, such })

/** What an expectation may say. The parser beside it takes every text that this makes: a test holds both together. */
export const EXPECTATION_GRAMMAR: readonly Production[] = [
  {
    name: 'expectation',
    either: [[word('any')], [rule('check'), { repeated: [word(' and '), rule('check')] }]],
    note: 'A list in YAML means "and" too.',
  },
  {
    name: 'check',
    either: [
      [{ optional: [word('not ')] }, rule('value'), { repeated: [word(' or '), rule('value')] }],
      [rule('comparison'), word(' '), rule('value')],
      [rule('value'), word(' .. '), rule('value')],
      [rule('value'), rule('about'), rule('value')],
      [word('same as '), rule('where')],
      [word('differs from '), rule('where')],
      [rule('amount'), word(' more than '), rule('where'), { optional: [word(' ± '), rule('amount')] }],
      [rule('amount'), word(' less than '), rule('where'), { optional: [word(' ± '), rule('amount')] }],
    ],
    note: 'A range includes both ends. "same as", "differs from", "more than" and "less than" compare with the same reading in the case with these axes changed.',
  },
  { name: 'comparison', either: [[word('>')], [word('>=')], [word('<')], [word('<=')]] },
  {
    name: 'amount',
    either: [
      [prose('a number with the unit of the reading', '4px', '0.08')],
      [prose('a share', '10%')],
      [rule('token')],
    ],
    note: 'A share is one of what the reading is in the other case: with `10% more than size:s`, 20px there asks for 22px here.',
  },
  { name: 'about', either: [[word(' ± ')], [word(' +- ')]] },
  {
    name: 'where',
    either: [
      [
        rule('axis'),
        word(':'),
        rule('axis-value'),
        { repeated: [word(', '), rule('axis'), word(':'), rule('axis-value')] },
      ],
    ],
  },
  { name: 'axis', either: [[prose('the name of an axis or context', 'interaction', 'theme')]] },
  { name: 'axis-value', either: [[prose('one of its values', 'rest', 'night', '200%')]] },
  {
    name: 'value',
    either: [
      [rule('css')],
      [rule('token')],
      [rule('other-reading')],
      [word('calc('), rule('token'), word(' * 2)')],
      [word('"'), prose('words, taken as they are', 'Save or leave', 'none'), word('"')],
    ],
    note: 'CSS of any kind may hold tokens and readings wherever a value stands, such as in calc(). Text readings (text, name, role, attr(…)) are words and need no quotes, unless they hold an operator.',
  },
  {
    name: 'css',
    either: [[prose('a value as CSS writes it', '22px', 'solid', 'rgb(30 96 73 / 22%)', '2px solid red', '1.5')]],
  },
  {
    name: 'token',
    either: [[word('{'), rule('path'), { optional: [word(' / '), prose('an alpha value', '22%', '0.5')] }, word('}')]],
    note: 'The token’s value in the context of the case; with an alpha value, the colour with that.',
  },
  { name: 'path', either: [[prose('the path of a token', 'color.pine.600', 'radius.s')]] },
  {
    name: 'other-reading',
    either: [[word('@'), rule('part'), word('.'), rule('reading')]],
    note: 'What another reading comes to in the same case.',
  },
  { name: 'part', either: [[prose('a part, or one of several', 'label', 'list[2]')]] },
  { name: 'reading', either: [[prose('a reading', 'box.width', 'background-color', 'gap(label)')]] },
]

/** The grammar in EBNF, as ISO 14977 writes it but for the descriptions between question marks. */
export const grammarText = (grammar: readonly Production[] = EXPECTATION_GRAMMAR): string => {
  const width = Math.max(...grammar.map(({ name }) => name.length))
  return grammar
    .map(({ name, either }) => {
      const lines = either.map((parts) => parts.map(partText).join(' , '))
      return `${name.padEnd(width)} = ${lines.join(`\n${' '.repeat(width)} | `)} ;`
    })
    .join('\n')
}

function partText(part: GrammarPart): string {
  if ('word' in part) return part.word.includes('"') ? `'${part.word}'` : `"${part.word}"`
  if ('rule' in part) return part.rule
  if ('prose' in part) return `? ${part.prose} ?`
  const inner = ('optional' in part ? part.optional : part.repeated).map(partText).join(' , ')
  return 'optional' in part ? `[ ${inner} ]` : `{ ${inner} }`
}
