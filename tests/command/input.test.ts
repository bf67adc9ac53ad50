import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { cli } from '../support/cli'
import { thorough } from '../support/extent'
import { reportSchema, type Report } from '@/core/report'
import { LONGEST_LOSS_MS } from '@/runner'

const made: string[] = []
afterAll(() => made.forEach((folder) => rmSync(folder, { recursive: true, force: true })))

/** A folder on the disk with one right component, `fine`, and whatever a test adds or replaces. */
function folder(files: Record<string, string>): string {
  const root = mkdtempSync(join(tmpdir(), 'brelt-'))
  made.push(root)
  const all = {
    'library.yaml': 'library: 1\nname: Test',
    'components/fine/fine.sheet.yaml': FINE,
    'components/fine/fine.liquid': '<p class="fine">fine</p>',
    'components/fine/fine.css': '.fine { width: 20px }',
    ...files,
  }
  for (const [path, text] of Object.entries(all)) {
    mkdirSync(dirname(join(root, path)), { recursive: true })
    writeFileSync(join(root, path), text)
  }
  return root
}

const FINE = `sheet: 1
name: Fine
source: { kind: markup, markup: fine.liquid, styles: [fine.css] }
parts: { root: .fine }
spec:
  - expect: { root: { width: 20px } }
`
const SHEET = 'components/fine/fine.sheet.yaml'

async function brelt(...given: string[]) {
  const ended = await cli(given)
  return { ...ended, all: ended.stdout + ended.stderr }
}

const noTrace = (text: string) => expect(text).not.toMatch(/^\s+at .+:\d+:\d+/m)

describe('bad input: nothing is run, status 2, and every problem with its place', () => {
  const cases: [string, Record<string, string>, RegExp[]][] = [
    ['broken YAML', { [SHEET]: 'sheet: 1\nname: "open\nsource: {' }, [/fine\.sheet\.yaml:3:\d+: not readable as YAML/]],
    [
      'unknown keys, all of them',
      { [SHEET]: FINE + 'partz: {}\nspce: []\n' },
      [/:7:1: unknown key "partz".*Did you mean "parts"/, /:8:1: unknown key "spce".*Did you mean "spec"/],
    ],
    [
      'an unknown key deep down',
      { [SHEET]: FINE.replace('width: 20px', 'width: 20px').replace('expect:', 'expct:') },
      [/:6:5: unknown key "expct".*Did you mean "expect"/],
    ],
    [
      'a bad type',
      { [SHEET]: FINE + 'stage: { padding: wide }\n' },
      [/:7:19: found "wide" for stage\.padding; allowed: number/],
    ],
    [
      'a value that is not allowed',
      { [SHEET]: FINE + 'cover: al\n' },
      [/:7:8: found "al" for cover; allowed: all, pairs, each\. Did you mean "all"/],
    ],
    [
      'an unknown kind of source',
      { [SHEET]: FINE.replace('kind: markup', 'kind: markdown') },
      [/:3:\d+: found "markdown" for kind; allowed: markup, react, element, page/],
    ],
    ['a missing key', { [SHEET]: FINE.replace('name: Fine\n', '') }, [/missing key "name"/]],
    [
      'a missing file',
      { [SHEET]: FINE.replace('fine.css', 'fin.css') },
      [/:3:\d+: no file "fin\.css".*Did you mean "fine\.css"/],
    ],
    [
      'a path that leaves the folder',
      { [SHEET]: FINE.replace('fine.css', '../../../secret.css') },
      [/"\.\.\/\.\.\/\.\.\/secret\.css" leaves the library's folder/],
    ],
    [
      'an import that leaves the folder',
      { 'components/fine/fine.css': '@import "../../../x.css";\n.fine { background: url("../../../y.png") }' },
      [/fine\.css:1:9: .*leaves the library's folder/, /fine\.css:2:21: .*leaves the library's folder/],
    ],
    [
      'broken SCSS',
      { [SHEET]: FINE.replace('fine.css', 'fine.scss'), 'components/fine/fine.scss': '.a {\n  width: $no;\n}' },
      [/^components\/fine\/fine\.scss:2:\d+: not readable as SCSS: Undefined variable/],
    ],
    [
      'a template error',
      { 'components/fine/fine.liquid': '<p>\n{% if props.x %}</p>' },
      [/fine\.liquid:2:1: not readable as a template/],
    ],
    [
      'a script that is no JavaScript',
      {
        [SHEET]: FINE.replace('styles:', 'script: fine.js, styles:'),
        'components/fine/fine.js': 'export default (root) => {\n  root.x =\n}',
      },
      [/fine\.js:3:1: Unexpected "\}"/],
    ],
    [
      'an alias bomb',
      {
        [SHEET]:
          FINE +
          `about:\n  - &a [x,x,x,x,x,x,x,x,x]\n${[...'bcdefgh']
            .map(
              (name, at) =>
                `  - &${name} [${Array(9)
                  .fill('*' + 'abcdefgh'[at])
                  .join(',')}]`,
            )
            .join('\n')}\n`,
      },
      [/too many or unresolved YAML aliases/],
    ],
    [
      'a matrix of millions',
      {
        [SHEET]:
          FINE +
          `axes:\n${[...'abcdef'].map((name) => `  ${name}: [${Array.from({ length: 16 }, (_, at) => `v${at}`).join(', ')}]`).join('\n')}\n`,
      },
      [/:7:1: the matrix has 16,777,216 cases.*say "cover: pairs" \(\d{3} cases\) or "cover: each" \(16\)/],
    ],
    ['a reserved name of a part', { [SHEET]: FINE.replace('root: .fine', 'host: .fine') }, [/"host" is reserved/]],
    [
      'an axis with the name of a context',
      { 'library.yaml': 'library: 1\nname: T\ncontexts: { theme: [day] }', [SHEET]: FINE + 'axes: { theme: [a] }\n' },
      [/:7:9: axis "theme" bears the name of one of the library's contexts/],
    ],
    ['no library.yaml', { 'library.yaml': '' }, [/library\.yaml/]],
    [
      'a token file that is no JSON',
      { 'library.yaml': 'library: 1\nname: T\ntokens: [a.tokens.json]', 'a.tokens.json': '{ "a": ' },
      [/a\.tokens\.json:1:\d+: not readable/],
    ],
  ]
  test.each(cases)('%s', async (_, files, patterns) => {
    const { status, all } = await brelt('verify', folder(files))
    for (const pattern of patterns) expect(all).toMatch(pattern)
    expect(status).toBe(2)
    noTrace(all)
  })

  test.each([
    [['verify', '/no/such/folder'], /there is no such folder/],
    [
      ['verify', 'demo/firnline', '--component', 'bunk-chek'],
      /unknown component "bunk-chek".*Did you mean "bunk-check"/,
    ],
    [
      ['verify', 'demo/firnline', '--component', 'bunk-check', '--where', 'interacton=hover'],
      /unknown axis "interacton".*Did you mean "interaction"/,
    ],
    [
      ['verify', 'demo/firnline', '--component', 'bunk-check', '--where', 'interaction=hoover'],
      /unknown value of interaction "hoover".*Did you mean "hover"/,
    ],
    [['read', 'demo/firnline', 'bunk-check', '--case', 'value=onn'], /unknown value of value "onn".*Did you mean "on"/],
    [['verify', 'demo/firnline', '--cover', 'most'], /Allowed choices are all, pairs, each/],
    [['verfy'], /Did you mean verify/],
  ] as const)('%j', async (given, pattern) => {
    const { status, all } = await brelt(...given)
    expect(all).toMatch(pattern)
    expect(status).toBe(2)
    noTrace(all)
  })

  test('a fault of a component that was not asked for stops nothing', async () => {
    const root = folder({ 'components/odd/odd.sheet.yaml': 'sheet: 7' })
    expect((await brelt('verify', root)).status).toBe(2)
    expect((await brelt('verify', root, '--component', 'fine')).status).toBe(0)
  })
})

test('no browser: status 3 and how to get one', async () => {
  const { status, stderr } = spawnSync(process.execPath, ['dist/cli.mjs', 'verify', 'demo/firnline'], {
    encoding: 'utf8',
    env: { ...process.env, BRELT_CHROMIUM: '/no/chromium' },
  })
  expect(stderr).toMatch(/BRELT_CHROMIUM names "\/no\/chromium"/)
  expect(status).toBe(3)
})

describe('names that do not exist: lints, status 1, the rest is verified', () => {
  test.each([
    ['unknown-part', FINE + '  - expect: { rot: { width: 1px } }\n', 7],
    ['unknown-token', FINE + '  - expect: { root: { color: "{color.pin}" } }\n', 7],
    ['unknown-axis', FINE + '  - when: { mood: glad }\n    expect: { root: { color: red } }\n', 7],
    ['unknown-value', FINE + '  - when: { n: c }\n    expect: { root: { color: red } }\naxes: { n: [a, b] }\n', 7],
    [
      'unknown-prop',
      FINE + 'axes: { n: { values: { a: { props: { bussy: true } }, b: {} } } }\nprops: { busy: { type: flag } }\n',
      7,
    ],
  ])('%s', async (code, sheet, line) => {
    const { status, stdout } = await brelt('verify', folder({ [SHEET]: sheet }), '--format', 'json')
    const report = reportSchema.parse(JSON.parse(stdout))
    expect(report.components[0]!.lints.filter(({ severity }) => severity === 'error')).toMatchObject([
      { code, line, file: 'fine.sheet.yaml' },
    ])
    expect(report.totals.holds).toBeGreaterThan(0)
    expect(status).toBe(1)
  })

  test('a cycle of aliases names its path', async () => {
    const files = {
      'library.yaml': 'library: 1\nname: T\ntokens: [a.tokens.json]',
      'a.tokens.json': '{\n  "a": { "$value": "{b}" },\n  "b": { "$value": "{a}" }\n}',
    }
    const { status, stdout } = await brelt('check', folder(files))
    expect(stdout).toMatch(
      /a\.tokens\.json:[23]: error token-cycle: The token "[ab]" leads back to itself: ([ab]) → [ab] → \1/,
    )
    expect(status).toBe(1)
  })
})

describe('hostile components spoil their own cases only', () => {
  const verify = async (files: Record<string, string>): Promise<{ report: Report; status: number; all: string }> => {
    const { status, stdout, all } = await brelt('verify', folder(files), '--format', 'json')
    noTrace(all)
    return { report: reportSchema.parse(JSON.parse(stdout)), status, all }
  }
  const odd = (script: string, more = '') => ({
    'components/odd/odd.sheet.yaml': `sheet: 1\nname: Odd\nsource: { kind: markup, markup: odd.liquid, script: odd.js }\nprops: { n: { type: text } }\naxes: { n: [a, b, c] }\nspec:\n  - expect: { root: { display: block } }\n${more}`,
    'components/odd/odd.liquid': '<p data-n="{{ props.n }}">odd</p>',
    'components/odd/odd.js': script,
  })
  const of = (report: Report, slug: string) => report.components.find((component) => component.slug === slug)!

  test('a script that throws in one case', async () => {
    const { report, status } = await verify(
      odd('export default (root, { props }) => {\n  if (props.n === "b") throw new Error("no bunk")\n}'),
    )
    expect(of(report, 'odd').findings).toMatchObject([
      { verdict: 'unread', cases: ['n=b'], message: expect.stringMatching(/no bunk \(components\/odd\/odd\.js:\d+\)/) },
    ])
    expect(report.totals).toMatchObject({ holds: 3, unread: 1 })
    expect(status).toBe(1)
  })

  test('a script that loops for ever in one case costs that case', async () => {
    const { report } = await verify(odd('export default (root, { props }) => { while (props.n === "b") {} }'))
    expect(of(report, 'odd').findings).toMatchObject([
      { verdict: 'unread', cases: ['n=b'], message: expect.stringContaining('did not return') },
    ])
    expect(report.totals).toMatchObject({ holds: 3, unread: 1 })
  })

  thorough('the case that loops is told rightly when others are forced', async () => {
    const sheet = `sheet: 1\nname: Odd\nsource: { kind: markup, markup: odd.liquid, script: odd.js }\nprops: { n: { type: text } }\naxes: { n: [a, b, c], look: { of: state, values: { rest: {}, hover: { pseudo: hover } } } }\nspec:\n  - expect: { root: { display: block } }\n`
    const script =
      'export default (root, { props }) => { if (props.n === "c") throw 0; const rest = root.getRootNode().host?.dataset.key; while (rest === "n=b,look=rest") {} }'
    const { report } = await verify({ ...odd(script), 'components/odd/odd.sheet.yaml': sheet })
    expect(of(report, 'odd').findings).toMatchObject([
      { cases: ['n=b,look=rest'], message: expect.stringContaining('did not return') },
      { cases: ['n=c,look=rest', 'n=c,look=hover'], message: expect.stringContaining('threw 0') },
    ])
  })

  test('a script that always loops costs its component at most 5 s, and no other', async () => {
    const { report } = await verify(odd('export default () => { for (;;) {} }'))
    expect(of(report, 'odd').findings).toMatchObject([{ verdict: 'unread', cases: ['n=a', 'n=b', 'n=c'] }])
    expect(of(report, 'fine').findings).toEqual([])
    // How long that takes is measured in bench/; here it is enough that it is bounded.
    expect(LONGEST_LOSS_MS).toBeLessThanOrEqual(5000)
  })

  thorough('a script that loops while it is loaded', async () => {
    const { report } = await verify(odd('for (;;) {}\nexport default () => {}'))
    expect(report.totals).toMatchObject({ holds: 1, unread: 3 })
  })

  test('a script without a default export, and one that is never quiet', async () => {
    expect(of((await verify(odd('export const x = 1'))).report, 'odd').findings).toMatchObject([
      { verdict: 'unread', message: expect.stringContaining('no default export') },
    ])
    const restless =
      'export default (root) => { const go = () => { root.animate([{ opacity: 0 }, { opacity: 1 }], 1).onfinish = go }; go() }'
    expect(of((await verify(odd(restless))).report, 'odd').notes.join()).toMatch(/did not settle/)
  })

  test('a script that wants to leave, to ask or to reach the network', async () => {
    const script = `export default (root) => {
      location.href = 'http://127.0.0.1:1/'; alert('hi'); fetch('http://127.0.0.1:1/').catch((error) => { root.style.display = 'inline' })
      new Image().src = 'http://127.0.0.1:1/x.png'; setInterval(() => { root.remove() }, 0)
    }`
    const { report } = await verify(odd(script))
    expect(of(report, 'odd').cases).toBe(3)
    expect(of(report, 'fine').findings).toEqual([])
  })

  test('a template that loops for ever or asks for a file that is not there', async () => {
    const endless = {
      ...odd('export default () => {}'),
      'components/odd/odd.liquid': '{% for a in (1..9999999) %}{% for b in (1..9999999) %}x{% endfor %}{% endfor %}',
    }
    // Which of the two limits is met first, time or memory, depends on how busy the machine is.
    const { findings } = of((await verify(endless)).report, 'odd')
    expect(findings.flatMap(({ cases }) => cases).toSorted()).toEqual(['n=a', 'n=b', 'n=c'])
    for (const finding of findings)
      expect(finding).toMatchObject({ verdict: 'unread', message: expect.stringMatching(/limit/) })
    const missing = {
      ...odd('export default () => {}'),
      'components/odd/odd.liquid': '<p>\n{% render "../../../../etc/passwd" %}</p>',
    }
    expect(of((await verify(missing)).report, 'odd').findings).toMatchObject([
      { verdict: 'unread', message: expect.stringMatching(/ENOENT|Failed to lookup/) },
    ])
  })

  test('a module without the component that is asked for says so, in one sentence', async () => {
    const { report } = await verify({
      ...odd(''),
      'components/odd/odd.sheet.yaml':
        'sheet: 1\nname: Odd\nsource: { kind: react, module: odd.js }\nspec:\n  - expect: { root: { width: 1px } }\n',
    })
    expect(of(report, 'odd').findings[0]!.message).toBe(
      'width of root could not be read in 1 case: the component could not be staged: components/odd/odd.js has no export "default" that is a component',
    )
  })

  test('kinds that cannot be rendered yet say so', async () => {
    const { report, status } = await verify({
      ...odd(''),
      'components/odd/odd.sheet.yaml':
        'sheet: 1\nname: Odd\nsource: { kind: page, url: "http://localhost/odd" }\nspec:\n  - expect: { root: { width: 1px } }\n',
    })
    expect(of(report, 'odd').findings).toMatchObject([
      { verdict: 'unread', message: expect.stringContaining('kind "page"') },
    ])
    expect(status).toBe(1)
  })
})
