import { pageWork, type Code, type Shape } from './shape'
import { stylesOf } from './styles'

/** A component of React, with hooks for what it does. */
export function reactCode(shape: Shape): Code {
  const { slug, root, byScript, late, inView, around } = shape
  const { atLoad, atMount, takeAway } = pageWork(shape, stylesOf(shape))
  const tag = { button: 'button', label: 'label', div: 'div', link: 'a' }[root]
  const more = { button: 'type="button" disabled={disabled}', label: '', div: '', link: 'href="#x"' }[root]
  const field = {
    button: '',
    link: '',
    label: `<input type="checkbox" className="${slug}__field" disabled={disabled} />`,
    div: `<button type="button" className="${slug}__field" disabled={disabled}>Go</button>`,
  }[root]
  const handlers = {
    none: '',
    hover: `onPointerEnter={() => mark('hovered', true)} onPointerLeave={() => mark('hovered', false)}`,
    focus: `onFocus={() => mark('focused', true)} onBlur={() => mark('focused', false)}`,
    press: `onPointerDown={() => mark('pressed', true)} onPointerUp={() => mark('pressed', false)}`,
  }[byScript]
  const ready = {
    no: '',
    lazy: '',
    microtask: `useEffect(() => { Promise.resolve().then(() => setReady(true)) }, [])`,
    frame: `useEffect(() => { const id = requestAnimationFrame(() => setReady(true)); return () => cancelAnimationFrame(id) }, [])`,
    frames: `useEffect(() => { requestAnimationFrame(() => requestAnimationFrame(() => setReady(true))) }, [])`,
  }[late]
  const observer =
    inView === 'observer'
      ? `useEffect(() => { const observer = new IntersectionObserver((entries) => mark('seen', entries.at(-1).isIntersecting)); observer.observe(ref.current); return () => observer.disconnect() }, [])`
      : ''
  const note = `<span className="${slug}__note">note</span>`
  const text =
    late === 'lazy'
      ? `<Suspense fallback={<i>…</i>}><Words>{label}</Words></Suspense>`
      : `<span className="${slug}__text">{label}{ready && ' ready'}</span>`
  const module = `import { ${late === 'lazy' ? 'lazy, Suspense, ' : ''}useEffect, useRef, useState, useInsertionEffect } from 'react'
${late === 'lazy' ? `const Words = lazy(() => import('./words'))` : ''}
${atLoad}
export default function Component({ label, tone = 'plain', disabled, lead }) {
  const ref = useRef(null)
  const [is, setIs] = useState([])
  const [ready, setReady] = useState(false)
  const mark = (word, on) => setIs((words) => on ? [...new Set([...words, word])].sort() : words.filter((each) => each !== word))
  useInsertionEffect(() => { ${atMount}; ${takeAway} }, [])
  ${ready}
  ${observer}
  return <${tag} ref={ref} className={\`${slug} ${slug}--\${tone}\`} ${more} data-is={is.length ? is.join(' ') : undefined} style={ready ? { paddingRight: 21 } : undefined} ${handlers}>
    ${field}{lead && <span className="${slug}__lead">{lead}</span>}${text}${around === 'plain' ? note : `<span className="${slug}__box">${note}</span>`}
  </${tag}>
}
`
  return {
    source: { kind: 'react', module: `${slug}.tsx` },
    files: {
      [`${slug}.tsx`]: module,
      ...(late === 'lazy' && {
        'words.tsx': `export default function Words({ children }) { return <span className="${slug}__text">{children} ready</span> }`,
      }),
    },
  }
}
