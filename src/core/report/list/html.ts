import { counted } from '../../words'
import { readable } from '../../spec'
import { defineReporter } from '../defineReporter'
import { exitStatus } from '../makeReport'
import type { ComponentReport, Finding, Report, ScenarioReport } from '../reportSchema'
import { escaped } from '../xml'

const STYLE = `:root{color-scheme:light dark;--ink:#1d1e20;--quiet:#5e6166;--line:#cfd0cc;--paper:#f3f3f1;--sheet:#fcfcfb;--miss:#c73a12}
@media(prefers-color-scheme:dark){:root{--ink:#e8e8e5;--quiet:#a2a6ab;--line:#363a3e;--paper:#161719;--sheet:#1e2022;--miss:#ff7c4f}}
body{margin:0 auto;max-width:60rem;padding:1.5rem;background:var(--paper);color:var(--ink);font:15px/1.5 system-ui,sans-serif}
h1{font-size:1.4rem;margin:0}h2{font-size:1rem;margin:1.5rem 0 .25rem}p{margin:.25rem 0}
code,.n{font-family:ui-monospace,monospace;font-size:.92em}table{border-collapse:collapse}td,th{padding:.15rem 1rem .15rem 0;text-align:left;vertical-align:top;border-top:1px solid var(--line)}
th{font-weight:normal;color:var(--quiet)}.q{color:var(--quiet)}.m{color:var(--miss)}
section{border-top:2px solid var(--ink);margin-top:1.5rem}ul{padding-left:1.2rem;margin:.25rem 0}details{margin:.25rem 0}summary{cursor:pointer}`

function write(report: Report): string {
  const { totals, components } = report
  const isGood = exitStatus(report) === 0
  const bad = components.filter((each) => !isQuiet(each))
  const good = components.filter(isQuiet)
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(report.library)}: ${isGood ? 'holds' : 'does not hold'}</title>
<style>${STYLE}</style>
</head>
<body>
<h1>${escaped(report.library)} <span class="${isGood ? '' : 'm'}">${isGood ? 'holds' : 'does not hold'}</span></h1>
<p class="q">${escaped(report.browser)}, ${escaped(report.startedAt)}, ${(report.milliseconds / 1000).toFixed(1)} s${report.git ? `, commit ${escaped(report.git.commit.slice(0, 12))}${report.git.branch ? ` on ${escaped(report.git.branch)}` : ''}${report.git.isClean ? '' : ', with changes that are not committed'}` : ''}</p>
<table>
<tr><th scope="row">Components</th><td class="n">${totals.components}</td></tr>
<tr><th scope="row">Cases</th><td class="n">${totals.cases}</td></tr>
<tr><th scope="row">Readings</th><td class="n">${totals.holds} hold, ${totals.misses} miss, ${totals.unread} unread</td></tr>
<tr><th scope="row">Scenarios</th><td class="n">${totals.scenarios.holds} hold, ${totals.scenarios.misses} miss, ${totals.scenarios.unsteady} unsteady, ${totals.scenarios.unread} unread</td></tr>
<tr><th scope="row">Pictures</th><td class="n">${picturesIn(components)}</td></tr>
<tr><th scope="row">Lints</th><td class="n">${counted(totals.lints.error, 'error')}, ${counted(totals.lints.warning, 'warning')}</td></tr>
</table>
<main>
${bad.map(componentText).join('\n')}
${good.length > 0 ? `<section><h2>Nothing to be said of</h2><p>${good.map(({ name, cases }) => `${escaped(name)} <span class="q">(${counted(cases, 'case')})</span>`).join(', ')}</p></section>` : ''}
</main>
</body>
</html>
`
}

const isQuiet = ({ findings, scenarios, lints, pictures, notes }: ComponentReport) =>
  findings.length + lints.length + notes.length + pictures.changed + pictures.new === 0 &&
  scenarios.every(({ verdict }) => verdict === 'holds')

function picturesIn(components: readonly ComponentReport[]): string {
  const sum = (of: (pictures: ComponentReport['pictures']) => number) =>
    components.reduce((total, { pictures }) => total + of(pictures), 0)
  return `${sum((each) => each.same)} as approved, ${sum((each) => each.changed)} changed, ${sum((each) => each.new)} new`
}

function componentText(component: ComponentReport): string {
  const { name, slug, cases, findings, scenarios, lints, notes, pictures } = component
  const failed = scenarios.filter(({ verdict }) => verdict !== 'holds')
  return `<section id="${escaped(slug)}">
<h2>${escaped(name)} <span class="q">${counted(cases, 'case')}</span></h2>
${findings.map(findingText).join('\n')}
${failed.map(scenarioText).join('\n')}
${(pictures.groups ?? [])
  .map(
    ({ causes, pictures: own }) =>
      `<details><summary><span class="m">${counted(own.length, 'picture')} changed</span>: ${causes.map(({ text }) => `<code>${escaped(text)}</code>`).join(', ') || 'nothing that was read explains it'}</summary>${caseList(own.map((each) => `${each.case} (${each.verdict})`))}</details>`,
  )
  .join('\n')}
${pictures.newCases ? `<details><summary>${counted(pictures.new, 'new picture')}, not approved</summary>${caseList(pictures.newCases)}</details>` : ''}
${lints.length > 0 ? `<ul>${lints.map(({ code, severity, message, file, line }) => `<li><code class="${severity === 'error' ? 'm' : ''}">${escaped(code)}</code> ${escaped(message)} <span class="q n">${escaped(file)}:${line}</span></li>`).join('')}</ul>` : ''}
${notes.map((note) => `<p class="q">${escaped(note)}</p>`).join('\n')}
</section>`
}

const caseList = (cases: readonly string[]) =>
  `<ul>${cases.map((key) => `<li class="n">${escaped(key || 'the only case')}</li>`).join('')}</ul>`

function findingText({
  part,
  reading,
  verdict,
  expected,
  measured,
  difference,
  cases,
  rule,
  origin,
  message,
}: Finding): string {
  const said =
    verdict === 'unread'
      ? escaped(message)
      : `expected <code>${escaped(readable(expected))}</code>, read <code class="m">${escaped(readable(measured) || 'nothing')}</code>${difference ? ` (${escaped(difference)})` : ''}`
  const from = origin
    ? `<p class="n">${escaped(origin.declaration)} <span class="q">${escaped(origin.file)}:${origin.line}</span></p>`
    : ''
  return `<details><summary><code>${escaped(part)} · ${escaped(reading)}</code> ${said}, in ${counted(cases.length, 'case')}</summary>${from}<p class="q">The rule stands in line ${rule.line} of the sheet.</p>${caseList(cases)}</details>`
}

function scenarioText({ name, verdict, steps, line }: ScenarioReport): string {
  const rows = steps.map(
    (step) =>
      `<tr><td class="n">${step.at} ms</td><td>${escaped(step.step)}</td><td class="${step.verdict === 'holds' ? 'q' : 'm'}">${step.verdict}${step.message ? `: ${escaped(step.message)}` : ''}</td></tr>`,
  )
  return `<details><summary><span class="m">${verdict}</span> ${escaped(name)} <span class="q n">line ${line}</span></summary><table>${rows.join('')}</table></details>`
}

export const html = defineReporter({
  format: 'html',
  about: 'For people in a browser: one file that needs nothing else.',
  write,
})
