import { defineLint, type Fault, type Subjects } from './defineLint'

function* neverMiss({ sheet, untested }: Subjects['strength']): Generator<Fault> {
  for (const rule of untested)
    yield {
      at: sheet.source.atKey(['spec', rule]),
      message: 'No break of the component makes this rule miss: what it expects may hold whatever happens.',
    }
}

export const neverTested = defineLint({
  code: 'never-tested',
  severity: 'warning',
  about:
    'A rule holds however the component is broken on purpose. It is looked for with the strength of cases and scenarios.',
  isOfRules: true,
  find: { strength: neverMiss },
})
