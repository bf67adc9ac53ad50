/** Opens and closes the sections of a day; what a section holds is made when it is first opened. */
export default function dayPlan(root, { props, emit }) {
  let { many, sections } = props
  const headers = [...root.querySelectorAll('.plan__header')]
  const panels = [...root.querySelectorAll('.plan__panel')]
  const isOpen = (at) => headers[at].getAttribute('aria-expanded') === 'true'

  const fill = (at) => {
    const body = panels[at].firstElementChild
    if (body.childElementCount > 0) return
    const { text, action } = sections[at]
    const content = document.createElement('p')
    content.className = 'plan__content'
    content.textContent = text
    body.append(content)
    if (!action) return
    const foot = document.createElement('div')
    foot.className = 'plan__foot'
    const button = document.createElement('button')
    button.className = 'plan__action'
    button.type = 'button'
    button.textContent = action
    foot.append(button)
    body.append(foot)
  }
  const turn = (at, open) => {
    if (isOpen(at) === open) return
    if (open) fill(at)
    headers[at].setAttribute('aria-expanded', String(open))
    emit('toggle', { section: at + 1, open })
  }
  const onClick = (event) => {
    const at = headers.indexOf(event.target.closest('.plan__header'))
    if (at < 0) return
    const open = !isOpen(at)
    if (open && !many) headers.forEach((_, other) => other !== at && turn(other, false))
    turn(at, open)
  }
  const onKey = (event) => {
    const at = headers.indexOf(event.target)
    const usable = headers.filter(({ disabled }) => !disabled)
    const place = usable.indexOf(event.target)
    const next = { ArrowDown: place + 1, ArrowUp: place - 1, Home: 0, End: usable.length - 1 }[event.key]
    if (at < 0 || next === undefined) return
    event.preventDefault()
    usable.at(next % usable.length).focus()
  }
  headers.forEach((_, at) => isOpen(at) && fill(at))
  root.addEventListener('click', onClick)
  root.addEventListener('keydown', onKey)
  return {
    update: (next) => ({ many, sections } = next),
    cleanup: () => {
      root.removeEventListener('click', onClick)
      root.removeEventListener('keydown', onKey)
    },
  }
}
