import { pageWork, when, type Code, type Shape } from './shape'
import { stylesOf } from './styles'

const TAGS = { button: 'button', label: 'label', div: 'div', link: 'a' } as const

/** A component as a Liquid template, with a script where it does anything. */
export function markupCode(shape: Shape): Code {
  const { slug, root, byScript, late, inView, hasScript, styles, outside, registers } = shape
  const tag = TAGS[root]
  const more = {
    button: 'type="button"{% if props.disabled %} disabled{% endif %}',
    label: '',
    div: '',
    link: 'href="#x"',
  }[root]
  const field = {
    button: '',
    link: '',
    label: `<input type="checkbox" class="${slug}__field"{% if props.disabled %} disabled{% endif %}>`,
    div: `<button type="button" class="${slug}__field"{% if props.disabled %} disabled{% endif %}>Go</button>`,
  }[root]
  const template = `<${tag} class="${slug} ${slug}--{{ props.tone }}" ${more}>${field}{% if slots.lead != blank %}<span class="${slug}__lead">{{ slots.lead }}</span>{% endif %}<span class="${slug}__text">{{ props.label | escape }}</span><span class="${slug}__note">note</span></${tag}>`
  const withBox = template.replace(
    /<span class="([a-z]+)__note">note<\/span>/,
    shape.around === 'plain' ? '$&' : '<span class="$1__box">$&</span>',
  )
  const needsScript =
    hasScript ||
    byScript !== 'none' ||
    late !== 'no' ||
    inView === 'observer' ||
    outside !== 'no' ||
    registers ||
    !/file|import/.test(styles)
  if (!needsScript)
    return { source: { kind: 'markup', markup: `${slug}.liquid` }, files: { [`${slug}.liquid`]: withBox } }
  const { atLoad, atMount, takeAway } = pageWork(shape, stylesOf(shape))
  const script = `${atLoad}
export default (root) => {
  const mark = (word, on) => { const words = new Set((root.dataset.is ?? '').split(' ').filter(Boolean)); on ? words.add(word) : words.delete(word); words.size ? root.dataset.is = [...words].sort().join(' ') : delete root.dataset.is }
  ${atMount}
  ${listeners(byScript)}
  ${late === 'no' ? '' : when(late, `root.querySelector('.${slug}__text').textContent += ' ready'; root.style.paddingRight = '21px'`)}
  ${inView === 'observer' ? `new IntersectionObserver((entries) => mark('seen', entries.at(-1).isIntersecting)).observe(root)` : ''}
  ${takeAway}
}`
  return {
    source: { kind: 'markup', markup: `${slug}.liquid`, script: `${slug}.js` },
    files: { [`${slug}.liquid`]: withBox, [`${slug}.js`]: script },
  }
}

export function listeners(byScript: Shape['byScript']): string {
  switch (byScript) {
    case 'none':
      return ''
    case 'hover':
      return `root.addEventListener('pointerenter', () => mark('hovered', true)); root.addEventListener('pointerleave', () => mark('hovered', false))`
    case 'focus':
      return `root.addEventListener('focusin', () => mark('focused', true)); root.addEventListener('focusout', () => mark('focused', false))`
    case 'press':
      return `root.addEventListener('pointerdown', () => mark('pressed', true)); root.addEventListener('pointerup', () => mark('pressed', false))`
  }
}
