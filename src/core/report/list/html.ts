import { counted } from '../../words'
import { defineReporter, type Paint, type ReportHelp } from '../defineReporter'
import type { FilmStrip } from '../filmStrip'
import { failedWords, otherFindings } from '../failed'
import { casesOf, countWords, groupFindings, shownValue, valueWords } from '../groups'
import { standingWords } from '../makeReport'
import type { ComponentReport, Finding, Report, ScenarioReport } from '../reportSchema'
import { strengthWords, totalStrength } from '../strength'
import { escaped } from '../xml'
import { strengthHtml } from './strengthHtml'

const STYLE = `:root{color-scheme:light dark;--ink:#1d1e20;--quiet:#5e6166;--line:#cfd0cc;--paper:#f3f3f1;--sheet:#fcfcfb;--miss:#b8330f}
@media(prefers-color-scheme:dark){:root{--ink:#e8e8e5;--quiet:#a2a6ab;--line:#363a3e;--paper:#161719;--sheet:#1e2022;--miss:#ff7c4f}}
body{margin:0 auto;max-width:60rem;padding:1.5rem;background:var(--paper);color:var(--ink);font:15px/1.5 system-ui,sans-serif}
h1{font-size:1.4rem;margin:0}h2{font-size:1rem;margin:1.5rem 0 .25rem}p{margin:.25rem 0}
td.n{white-space:nowrap}code,.n{font-family:ui-monospace,monospace;font-size:.92em}table{border-collapse:collapse}td,th{padding:.15rem 1rem .15rem 0;text-align:left;vertical-align:top;border-top:1px solid var(--line)}
th{font-weight:normal;color:var(--quiet)}.q{color:var(--quiet)}.m{color:var(--miss)}
section{border-top:2px solid var(--ink);margin-top:1.5rem}ul{padding-left:1.2rem;margin:.25rem 0}details{margin:.25rem 0}summary{cursor:pointer}
.p{display:flex;flex-wrap:wrap;gap:.75rem;margin:.5rem 0}figure{margin:0;max-width:100%}figcaption{color:var(--quiet);font-size:.85rem}figure img{max-width:100%;vertical-align:top}
figure span{display:inline-block;border:1px solid var(--line);background:var(--sheet)}.f{display:block;overflow:hidden}.f img{max-width:none}`

// All of them stand in Review; here they show what a change comes to.
const PICTURES_SHOWN = 6

function write(report: Report, _: Paint, help: ReportHelp): string {
  const { totals, components } = report
  const standing = standingWords(report)
  const bad = components.filter((each) => !isQuiet(each))
  const good = components.filter(isQuiet)
  const total = totalStrength(report)
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(report.library)}: ${standing}</title>
<style>${STYLE}</style>
</head>
<body>
<h1>${escaped(report.library)} <span class="${standing === 'does not hold' ? 'm' : ''}">${standing}</span></h1>
<p class="q">${escaped(report.browser)}, ${escaped(report.startedAt)}, ${(report.milliseconds / 1000).toFixed(1)} s${report.git ? `, commit ${escaped(report.git.commit.slice(0, 12))}${report.git.branch ? ` on ${escaped(report.git.branch)}` : ''}${report.git.isClean ? '' : ', with changes that are not committed'}` : ''}</p>
<table>
<tr><th scope="row">Components</th><td class="n">${totals.components}</td></tr>
<tr><th scope="row">Cases</th><td class="n">${totals.cases}</td></tr>
<tr><th scope="row">Readings</th><td class="n">${totals.holds} hold, ${totals.misses} miss, ${totals.unread} unread</td></tr>
<tr><th scope="row">Scenarios</th><td class="n">${totals.scenarios.holds} hold, ${totals.scenarios.misses} miss, ${totals.scenarios.unsteady} unsteady, ${totals.scenarios.unread} unread</td></tr>
<tr><th scope="row">Pictures</th><td class="n">${picturesIn(components)}</td></tr>
${total ? `<tr><th scope="row">Strength</th><td class="n">${escaped(strengthWords(total))}</td></tr>` : ''}
<tr><th scope="row">Lints</th><td class="n">${counted(totals.lints.error, 'error')}, ${counted(totals.lints.warning, 'warning')}</td></tr>
</table>
<main>
${bad.map((each) => componentText(each, help)).join('\n')}
${good.length > 0 ? `<section><h2>Nothing to be said of</h2><p>${good.map(({ name, cases }) => `${escaped(name)} <span class="q">(${counted(cases, 'case')})</span>`).join(', ')}</p></section>` : ''}
</main>
</body>
</html>
`
}

const isQuiet = ({ findings, failed = [], hollow, scenarios, lints, pictures, notes, strength }: ComponentReport) =>
  !hollow &&
  failed.length + findings.length + lints.length + notes.length + pictures.changed + pictures.new === 0 &&
  strength === undefined &&
  scenarios.every(({ verdict }) => verdict === 'holds')

function picturesIn(components: readonly ComponentReport[]): string {
  const sum = (of: (pictures: ComponentReport['pictures']) => number) =>
    components.reduce((total, { pictures }) => total + of(pictures), 0)
  return `${sum((each) => each.same)} as approved, ${sum((each) => each.changed)} changed, ${sum((each) => each.new)} new`
}

function componentText(component: ComponentReport, help: ReportHelp): string {
  const { name, slug, cases, failed: lost = [], hollow, scenarios, lints, notes, pictures, strength } = component
  const failed = scenarios.filter(({ verdict }) => verdict !== 'holds')
  return `<section id="${escaped(slug)}">
<h2>${escaped(name)} <span class="q">${counted(cases, 'case')}</span></h2>
${hollow ? '<p class="q">Hollow: nothing was read.</p>' : ''}
${lost.map((each) => `<details><summary class="m">${escaped(failedWords(each))}</summary>${caseList(each.cases)}</details>`).join('\n')}
${groupFindings(otherFindings(component))
  .map((group) => findingText(group, help.pictureOf?.(slug, casesOf(group))))
  .join('\n')}
${failed.map((scenario) => scenarioText(scenario, help.film?.(slug, scenario.name))).join('\n')}
${(pictures.groups ?? []).map((group) => groupText(group, help)).join('\n')}
${pictures.newCases ? newText(slug, pictures.newCases, help) : ''}
${lints.length > 0 ? `<ul>${lints.map(({ code, severity, message, file, line }) => `<li><code class="${severity === 'error' ? 'm' : ''}">${escaped(code)}</code> ${escaped(message)} <span class="q n">${escaped(file)}:${line}</span></li>`).join('')}</ul>` : ''}
${strength ? strengthHtml(strength, help, figure) : ''}
${notes.map((note) => `<p class="q">${escaped(note)}</p>`).join('\n')}
</section>`
}

const figure = (address: string | undefined, caption: string) =>
  address === undefined
    ? ''
    : `<figure><span><img src="${escaped(address)}" alt="${escaped(caption)}"></span><figcaption>${escaped(caption)}</figcaption></figure>`

type Group = NonNullable<ComponentReport['pictures']['groups']>[number]

/** Pictures that one cause has changed: the first of them as approved and as they are, and the cases of all. */
function groupText({ causes, pictures }: Group, { picture }: ReportHelp): string {
  const why =
    causes.map(({ text }) => `<code>${escaped(text)}</code>`).join(', ') || 'nothing that was read explains it'
  const shown = pictures.slice(0, PICTURES_SHOWN).map(({ case: key, picture: now, approved }) => {
    const of = key || 'the only case'
    return figure(approved && picture?.(approved), `${of}, as approved`) + figure(picture?.(now), `${of}, as it is`)
  })
  return `<details><summary><span class="m">${counted(pictures.length, 'picture')} changed</span>: ${why}</summary>${strip(shown)}${caseList(pictures.map((each) => `${each.case} (${each.verdict})`))}</details>`
}

function newText(slug: string, cases: readonly string[], { pictureOf }: ReportHelp): string {
  const shown = cases.slice(0, PICTURES_SHOWN).map((key) => figure(pictureOf?.(slug, [key]), key || 'the only case'))
  return `<details><summary>${counted(cases.length, 'new picture')}, not approved</summary>${strip(shown)}${caseList(cases)}</details>`
}

const strip = (figures: readonly string[]) =>
  figures.join('') === '' ? '' : `<div class="p">${figures.join('')}</div>`

const caseList = (cases: readonly string[]) =>
  `<ul>${cases.map((key) => `<li class="n">${escaped(key || 'the only case')}</li>`).join('')}</ul>`

function findingText(group: readonly [Finding, ...Finding[]], picture: string | undefined): string {
  const [{ part, reading, verdict, rule, origin, message }] = group
  const cases = casesOf(group)
  const said =
    verdict === 'unread'
      ? escaped(message)
      : valueWords(group, {
          expected: (text) => `<code>${escaped(shownValue(text))}</code>`,
          measured: (text) => `<code class="m">${escaped(shownValue(text))}</code>`,
          plain: escaped,
        })
  const from = origin
    ? `<p class="n">${escaped(origin.declaration)} <span class="q">${escaped(origin.file)}:${origin.line}</span></p>`
    : ''
  return `<details><summary><code>${escaped(part)} · ${escaped(reading)}</code> ${said}${countWords(group)}</summary>${from}<p class="q">The rule stands in line ${rule.line} of the sheet.</p>${strip([figure(picture, 'One of these cases')])}${caseList(cases)}</details>`
}

function scenarioText({ name, verdict, steps, line }: ScenarioReport, film: FilmStrip | undefined): string {
  const rows = steps.map(
    (step) =>
      `<tr><td class="n">${step.at} ms</td><td>${escaped(step.step)}</td><td class="${step.verdict === 'holds' || step.verdict === 'open' ? 'q' : 'm'}">${step.verdict}${step.message ? `: ${escaped(step.message)}` : ''}</td></tr>`,
  )
  return `<details><summary><span class="m">${verdict}</span> ${escaped(name)} <span class="q n">line ${line}</span></summary><table>${rows.join('')}</table>${film ? filmText(film, steps) : ''}</details>`
}

/** What stood there at the end of each step, as far as it came. */
function filmText({ frames, extent: { left, top, width, height } }: FilmStrip, steps: ScenarioReport['steps']): string {
  const shown = frames.map(({ step, picture }) => {
    const caption = `After ${steps[step]?.step ?? 'the last step'}`
    return `<figure><span class="f" style="width:${width}px;height:${height}px"><img src="${escaped(picture)}" alt="${escaped(caption)}" style="margin:${-top}px 0 0 ${-left}px"></span><figcaption>${escaped(caption)}</figcaption></figure>`
  })
  return strip(shown)
}

export const html = defineReporter({
  format: 'html',
  about: 'For people in a browser: one file that needs nothing else.',
  write,
})
