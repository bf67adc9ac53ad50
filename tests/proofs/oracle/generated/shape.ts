/** What one generated component does. Each field is a feature that the format allows and some library uses. */
export interface Shape {
  slug: string
  kind: 'markup' | 'react' | 'element'
  root: 'button' | 'label' | 'div' | 'link'
  /** Which selector waits for the pointer. */
  hoverStyles: 'self' | 'child' | 'has' | 'sibling'
  focusStyles: 'self' | 'within' | 'child'
  hasTransition: boolean
  hasPseudo: boolean
  hasScript: boolean
  /** A state that script makes of input, as an attribute. */
  byScript: 'none' | 'hover' | 'focus' | 'press'
  /** When its content is there. */
  late: 'no' | 'microtask' | 'frame' | 'frames' | 'lazy'
  /** How its styles come into the page. */
  styles: 'file' | 'import' | 'head-at-load' | 'head-at-mount' | 'head-late' | 'adopted'
  registers: boolean
  /** Puts something beside itself into the page. */
  outside: 'no' | 'mount' | 'late'
  around: 'plain' | 'scroller' | 'clip' | 'transform' | 'zoom'
  inView: 'no' | 'observer' | 'content-visibility'
  delegatesFocus: boolean
  usesParts: boolean
  slotWay: 'none' | 'default' | 'axis' | 'fill' | 'set' | 'steps-fill'
  reachInside: 'none' | 'axis' | 'hover' | 'attr' | 'class'
  isolate: 'auto' | 'yes'
  contexts: 'none' | 'theme' | 'direction'
}

export interface Code {
  source: object
  files: Record<string, string>
}

/** What a component does to the page around it, as statements of a module or a script. */
export function pageWork(shape: Shape, css: string): { atLoad: string; atMount: string; takeAway: string } {
  const { slug, styles, registers, outside } = shape
  const style = `{ const style = document.createElement('style'); style.textContent = ${JSON.stringify(css)}; document.head.append(style) }`
  const once = (work: string) => `if (!globalThis.styled_${slug}) { globalThis.styled_${slug} = true; ${work} }`
  const tip = `tip = document.createElement('i'); tip.className = 'tip-${slug}'; document.body.append(tip)`
  const atLoad = [
    styles === 'head-at-load' ? style : '',
    styles === 'adopted'
      ? `{ const sheet = new CSSStyleSheet(); sheet.replaceSync(${JSON.stringify(css)}); document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet] }`
      : '',
    registers
      ? `try { CSS.registerProperty({ name: '--level', syntax: '<number>', inherits: false, initialValue: '3' }) } catch {}`
      : '',
  ]
  const atMount = [
    outside === 'no' ? '' : 'let tip;',
    styles === 'head-at-mount' ? once(style) : '',
    styles === 'head-late' ? once(`Promise.resolve().then(() => ${style.replace(/^\{/, '{ ')})`) : '',
    outside === 'mount' ? tip : '',
    outside === 'late' ? `requestAnimationFrame(() => { ${tip} })` : '',
  ]
  const takeAway = outside === 'no' ? '' : 'return () => tip?.remove()'
  return { atLoad: atLoad.filter(Boolean).join('\n'), atMount: atMount.filter(Boolean).join('\n'), takeAway }
}

/** Runs some work when the component's content is to be there. */
export const when = (late: Shape['late'], work: string): string => {
  switch (late) {
    case 'no':
      return work
    case 'microtask':
    case 'lazy':
      return `Promise.resolve().then(() => { ${work} })`
    case 'frame':
      return `requestAnimationFrame(() => { ${work} })`
    case 'frames':
      return `requestAnimationFrame(() => requestAnimationFrame(() => { ${work} }))`
  }
}
