import type { Shape } from './shape'

/** Styles of a component that stands in the light: markup and React. */
export function stylesOf(shape: Shape): string {
  const { slug, hoverStyles, focusStyles, hasTransition, hasPseudo, around, inView, root } = shape
  const at = `.${slug}`
  const hover = {
    self: `${at}:hover { background-color: rgb(200, 20, 20) } ${at}:active { background-color: rgb(90, 10, 10) }`,
    child: `${at}__text:hover { color: rgb(200, 20, 20) } ${at}__note:hover { color: rgb(20, 200, 20) }`,
    has: `${at}:has(${at}__text:hover) { border-color: rgb(200, 20, 20) }`,
    sibling: `${at}__text:hover + ${at}__note, ${at}:hover ${at}__lead { color: rgb(20, 20, 200) }`,
  }[hoverStyles]
  const focus = {
    self: `${at}:focus-visible { background-color: rgb(250, 250, 100) } ${at}__field:focus-visible { background-color: rgb(250, 250, 100) }`,
    within: `${at}:focus-within { border-color: rgb(10, 110, 10) }`,
    child: `${at}:focus ${at}__text, ${at}__field:focus ~ ${at}__note { text-decoration: underline }`,
  }[focusStyles]
  return `
${at} { display: ${root === 'link' ? 'inline-block' : root === 'div' ? 'block' : 'inline-flex'}; position: relative; gap: 4px; padding: 6px 10px; border: 2px solid rgb(120, 120, 120); background-color: rgb(250, 250, 250); color: rgb(20, 30, 40); font: inherit; text-align: start; ${hasTransition ? 'transition: all 90ms;' : ''} }
${at}--loud { background-color: rgb(30, 60, 90); color: rgb(250, 250, 250); --level: 9 }
[data-theme=night] ${at} { border-color: rgb(1, 90, 80) }
${at}__text { display: inline-block; ${hasTransition ? 'transition: color 90ms;' : ''} ${inView === 'content-visibility' ? 'content-visibility: auto; contain-intrinsic-size: 90px 40px;' : ''} }
${at}__note { display: inline-block; padding-left: 3px; font-size: 12px }
${at}__lead { display: inline-block; padding-inline-start: 5px }
${at}:disabled, ${at}__field:disabled { opacity: 0.5 }
${at}[data-is], ${at} [data-is] { text-decoration: line-through }
${at}[data-is~=seen] { padding-left: 33px }
${hasPseudo ? `${at}::before { content: "•"; color: rgb(9, 9, 200) } ${at}:hover::before { color: rgb(200, 9, 200) }` : ''}
${surroundings(at, around)}
${hover}
${focus}
`
}

/** The note stands in something that cuts, moves or enlarges it. */
function surroundings(at: string, around: Shape['around']): string {
  switch (around) {
    case 'plain':
      return ''
    case 'scroller':
      return `${at}__box { display: inline-block; overflow: auto; width: 40px; height: 22px } ${at}__note { width: 30px; height: 60px }`
    case 'clip':
      return `${at}__box { display: inline-block; overflow: hidden; width: 20px; height: 22px } ${at}__note { width: 50px; margin-left: 4px }`
    case 'transform':
      return `${at}__box { display: inline-block; transform: scale(1.5) rotate(90deg) }`
    case 'zoom':
      return `${at}__box { display: inline-block; zoom: 1.5 }`
  }
}

/** Styles inside a custom element's own tree. */
export function innerStyles(shape: Shape): string {
  const { slug, hoverStyles, focusStyles, hasTransition, around } = shape
  const at = `.${slug}`
  const hover = {
    self: `:host(:hover) { background-color: rgb(200, 20, 20) } :host(:active) ${at}__core { background-color: rgb(90, 10, 10) }`,
    child: `${at}__core:hover { color: rgb(200, 20, 20) } ${at}__text:hover { color: rgb(20, 200, 20) }`,
    has: `${at}__core:has(${at}__text:hover) { border-color: rgb(200, 20, 20) }`,
    sibling: `${at}__text:hover + ${at}__note, :host(:hover) ${at}__lead { color: rgb(20, 20, 200) }`,
  }[hoverStyles]
  const focus = {
    self: `:host(:focus) { background-color: rgb(250, 250, 100) } ${at}__core:focus-visible, ${at}__field:focus-visible { background-color: rgb(250, 250, 100) }`,
    within: `:host(:focus-within) { border-color: rgb(10, 110, 10) } ${at}__core:focus-within { border-color: rgb(10, 110, 10) }`,
    child: `${at}__core:focus ${at}__text, ${at}__field:focus ~ ${at}__note { text-decoration: underline }`,
  }[focusStyles]
  return `
:host { display: inline-block; padding: 3px; background-color: rgb(250, 250, 250); border: 2px solid rgb(120, 120, 120); ${hasTransition ? 'transition: all 90ms;' : ''} }
:host([tone=loud]) { background-color: rgb(30, 60, 90); --level: 9 }
:host([data-is]) { text-decoration: line-through } :host([data-is~=seen]) { padding-left: 33px }
${at}__core { display: inline-flex; gap: 4px; padding: 6px 10px; border: 1px solid rgb(90, 90, 90); font: inherit; color: inherit; background-color: rgb(240, 240, 240) }
${at}__text { display: inline-block } ${at}__note { display: inline-block; padding-left: 3px; font-size: 12px } ${at}__lead { display: inline-block; padding-inline-start: 5px }
:disabled { opacity: 0.5 }
${surroundings(at, around)}
${hover}
${focus}
`
}
