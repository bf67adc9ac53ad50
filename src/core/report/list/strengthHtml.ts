import { BREAKS, type BreakKind } from '../../breaks'
import { counted } from '../../words'
import type { ReportHelp } from '../defineReporter'
import type { ComponentReport } from '../reportSchema'
import { proposalWords, strengthWords } from '../strength'
import { escaped } from '../xml'

type Strength = NonNullable<ComponentReport['strength']>

// All of them stand in the application; here they show what goes unnoticed.
const SHOWN = 30

/** What breaking a component came to, as a piece of a page. @param figure shows a picture under a caption */
export function strengthHtml(
  { unnoticed, idle, ...strength }: Strength,
  { picture }: Pick<ReportHelp, 'picture'>,
  figure: (address: string | undefined, caption: string) => string,
): string {
  const rows = unnoticed.slice(0, SHOWN).map(({ kind, told, at, picture: taken, proposal }) => {
    const name = BREAKS.get(kind as BreakKind)?.name ?? kind
    const where = at ? ` <span class="q n">${escaped(at.file)}:${at.line}</span>` : ''
    const would = proposal ? `<p>Would be noticed by <code>${escaped(proposalWords(proposal))}</code></p>` : ''
    const shown = taken
      ? `<div class="p">${figure(picture?.(taken.before), 'Without the break')}${figure(picture?.(taken.after), 'With it')}</div>`
      : ''
    return `<li><code>${escaped(told)}</code> <span class="q">${escaped(name)}</span>${where}${would}${shown}</li>`
  })
  const more = unnoticed.length > SHOWN ? `<li class="q">${unnoticed.length - SHOWN} more</li>` : ''
  const list = unnoticed.length > 0 ? `<ul>${rows.join('')}${more}</ul>` : ''
  return `<details><summary>Strength ${escaped(strengthWords(strength))}${idle > 0 ? `; ${counted(idle, 'break')} without effect` : ''}</summary>${list}</details>`
}
