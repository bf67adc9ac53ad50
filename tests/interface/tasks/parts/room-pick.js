export default (root) => {
  const button = root.querySelector('button')
  const list = root.querySelector('ul')
  const options = [...root.querySelectorAll('li')]
  let active = 0
  const show = (open) => {
    list.hidden = !open
    button.setAttribute('aria-expanded', String(open))
    if (open) button.setAttribute('aria-activedescendant', options[active].id)
    else button.removeAttribute('aria-activedescendant')
  }
  const choose = (at) => {
    active = at
    options.forEach((option, each) => option.setAttribute('aria-selected', String(each === at)))
    button.textContent = options[at].textContent
    show(false)
  }
  button.addEventListener('click', () => show(list.hidden))
  options.forEach((option, at) => option.addEventListener('click', () => choose(at)))
  button.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') show(false)
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault()
      if (list.hidden) return show(true)
      active = (active + (event.key === 'ArrowDown' ? 1 : options.length - 1)) % options.length
      button.setAttribute('aria-activedescendant', options[active].id)
    }
    if (event.key === 'Enter' && !list.hidden) {
      event.preventDefault()
      choose(active)
    }
  })
}
