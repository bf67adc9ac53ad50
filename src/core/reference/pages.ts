import { BREAKS } from '../breaks'
import { EXPECTATION_GRAMMAR, grammarText } from '../spec'
import { CONTEXTS } from '../contexts'
import { LINTS } from '../lint'
import { READINGS, type ReadingDefinition } from '../readings'
import { REPORTERS } from '../report'
import { libraryJsonSchema, sheetJsonSchema } from '../schemas'
import { REACH_LIST } from '../sheet'
import { printStep, STEP_LIST, stepSchema, type StepKind } from '../steps'
import { printFlow } from '../yaml'
import { formatPage } from './formatPage'
import { code, page, table } from './markdown'

const nameOf = ({ name, argument }: ReadingDefinition) => (argument ? `${name}(${argument})` : name)

const VALUES = { css: 'CSS', length: 'a length in px', number: 'a number', truth: 'yes or no', text: 'words' } as const

function readingsPage(): string {
  const rows = [...READINGS.values()].map((definition) => [
    code(nameOf(definition)),
    VALUES[definition.kind],
    definition.about,
    code(`${nameOf(definition)}: ${definition.example}`),
  ])
  return page(
    'Readings',
    'src/core/readings/list',
    'A reading is one measured value of a part in a case. Every CSS property is one, by its computed value; of a pseudo-element where the part is one. Of what is not rendered (`display: none`), width and height are 0px, and where it lies is unread. These come besides:',
    table(['reading', 'value', 'what it is', 'example'], rows),
    'A bare part means its first element, `header[2]` the second, `header[*]` each of them; in brackets too: `gap(list[2])`. A reading of a part that is not there cannot be taken, unless a rule says `present: no` of it.',
  )
}

const DOES = { input: 'input', change: 'change from outside', time: 'time' } as const

function stepsPage(): string {
  const rows = STEP_LIST.map(({ kind, does, about, example }) => [
    code(kind),
    DOES[does],
    about,
    code(printFlow({ [kind]: example })),
    printStep(stepSchema.parse({ [kind satisfies StepKind]: example })),
  ])
  return page(
    'Steps',
    'src/core/steps/list',
    'A scenario is a list of steps. Input is real pointer, touch and key input. Time is virtual: it stands still but for `wait`, `settle`, `eventually` and `throughout`.',
    table(['step', 'kind', 'what it does', 'in a sheet', 'as it is told'], rows),
  )
}

function reachesPage(): string {
  const rows = REACH_LIST.map(({ key, label, about, example }) => [
    code(key),
    label,
    about,
    code(printFlow({ [key]: example })),
  ])
  return page(
    'How values of axes are reached',
    'src/core/sheet/reaches/list.ts',
    'Each value of an axis says how it is brought about. Every key that is given is done, in the order props, slots, what is set on elements, steps, states; `on` names the part (`root` where it is left out). A list does several.',
    table(['key', 'what it sets', 'what it does', 'example'], rows),
  )
}

function contextsPage(): string {
  const rows = [...CONTEXTS.values()].map(({ name, about, allowed, example }) => [
    code(name),
    about,
    allowed,
    code(printFlow({ [name]: example })),
  ])
  return page(
    'Contexts',
    'src/core/contexts/list.ts',
    'What surrounds a component. Every context is an attribute of the page’s root, `data-NAME`, and a modifier of the tokens where the resolver document has one of its name. These are brought about by the browser besides:',
    table(['context', 'what it changes', 'values', 'in library.yaml'], rows),
    'A page that was pointed at with a coarse pointer cannot have a fine one again: a scenario stays with the one that it began with, or goes over to the coarse one. In the application, cases with forced colours, and in one document those of another width or text size, are pictures.',
  )
}

function breaksPage(): string {
  const rows = [...BREAKS.values()].map(({ kind, name, about }) => [code(kind), name, about])
  return page(
    'Breaks',
    'src/core/breaks',
    'By these changes a component is broken on purpose, one at a time, to see what its specification notices. See [Strength](../strength.md).',
    table(['kind', 'name', 'what is changed'], rows),
  )
}

function lintsPage(): string {
  const rows = [...LINTS.values()].map(({ code: name, severity, about, find, fix }) => [
    code(name),
    severity,
    about,
    'strength' in find
      ? 'the component broken'
      : 'rendered' in find || 'survey' in find
        ? 'the component rendered'
        : 'files alone',
    fix ? 'yes' : '',
  ])
  return page(
    'Lints',
    'src/core/lint/list.ts',
    'A lint is something that is wrong with a sheet, a component or its tokens. An error makes `brelt verify` and `brelt check` exit with 1.',
    table(['lint', 'weight', 'what it finds', 'needs', 'has a fix'], rows),
  )
}

const expectationsPage = () =>
  page(
    'Expectations',
    'src/core/spec/grammar.ts',
    'What is expected of a reading. Values are CSS: the browser that took the reading also computes the expected value, in the same place. Equality is of computed values, within the tolerance of the library.',
    '```ebnf\n' + grammarText() + '\n```',
    EXPECTATION_GRAMMAR.flatMap(({ name, note }) => (note ? [`- ${code(name)}: ${note}`] : [])).join('\n'),
  )

const reportsPage = () =>
  page(
    'Reports',
    'src/core/report/list',
    'How `brelt verify --format` reports a run.',
    table(
      ['format', 'what it is for'],
      [...REPORTERS.values()].map(({ format, about }) => [code(format), about]),
    ),
  )

/** The reference that follows from the definitions of the core, by the name of its file in `docs/reference/`. */
export const referencePages = (): Record<string, string> => ({
  'library.md': formatPage(
    'library.yaml',
    libraryJsonSchema(),
    'src/core/sheet/librarySchema.ts',
    'One design system. [JSON Schema](../schema/library.schema.json) for editors.',
  ),
  'sheet.md': formatPage(
    'Sheets',
    sheetJsonSchema(),
    'src/core/sheet/sheetSchema.ts',
    'The document that defines one component: `components/NAME/NAME.sheet.yaml`. [JSON Schema](../schema/sheet.schema.json) for editors.',
  ),
  'expectations.md': expectationsPage(),
  'readings.md': readingsPage(),
  'steps.md': stepsPage(),
  'reaches.md': reachesPage(),
  'contexts.md': contextsPage(),
  'lints.md': lintsPage(),
  'breaks.md': breaksPage(),
  'reports.md': reportsPage(),
})
