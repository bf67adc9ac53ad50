import { shadowsIn, type MountedCase } from './findPart'
import type { StageComponent } from './protocol'

const SPEAKS_OF_IT = /\bfixed\b|content-?visibility/i

/** Whether elements of a component may be laid out by the window: its texts, or styles that it shares with others, speak of it. */
export function mayEscape({ sheets, pieces, bundle }: Pick<StageComponent, 'sheets' | 'pieces' | 'bundle'>): boolean {
  const texts = [...sheets, bundle, ...Object.values(pieces)]
  return texts.some((each) => SPEAKS_OF_IT.test(JSON.stringify(each ?? '')))
}

/** Whether a pseudo-element may be: these are asked only then. */
const IN_PSEUDO = /::?(before|after)\b[^{}]*\{[^{}]*position\s*:\s*fixed/
const PSEUDO = ['::before', '::after']

/** Tells what in mounted cases is laid out by the window, in words: it needs a document for each case. */
export type EscapeWatch = (cases: readonly MountedCase[]) => string | undefined

/** Looks through a component's texts once; where they speak of nothing, its cases are not looked at. */
export function watchEscape(component: Pick<StageComponent, 'sheets' | 'pieces' | 'bundle'>): EscapeWatch {
  if (!mayEscape(component)) return () => undefined
  const pseudo = component.sheets.some(({ text }) => IN_PSEUDO.test(text)) ? PSEUDO : []
  let found: string | undefined
  return (cases) => (found ??= escapeIn(cases, pseudo))
}

function escapeIn(cases: readonly MountedCase[], pseudo: readonly string[]): string | undefined {
  for (const { frame } of cases)
    for (const root of [frame, ...shadowsIn(frame)])
      for (const element of root.querySelectorAll('*')) {
        const style = getComputedStyle(element)
        if (style.position === 'fixed' || pseudo.some((each) => getComputedStyle(element, each).position === 'fixed'))
          return 'has a fixed position'
        if (style.contentVisibility === 'auto') return 'is laid out only when it is in sight'
      }
  return undefined
}
