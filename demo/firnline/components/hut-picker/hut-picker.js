/** Opens a list of huts under its button, or above it where there is no room; all of it by keyboard too. */
export default function hutPicker(root, { emit }) {
  const button = root.querySelector('.picker__button')
  const value = root.querySelector('.picker__value')
  const list = root.querySelector('.picker__list')
  const options = [...root.querySelectorAll('.picker__option')]
  let active = -1
  let typed = ''
  let forget

  const isOpen = () => !list.hidden
  const setActive = (at) => {
    options[active]?.classList.remove('picker__option--active')
    active = at
    const option = options[at]
    option?.classList.add('picker__option--active')
    option?.scrollIntoView({ block: 'nearest' })
    if (option) button.setAttribute('aria-activedescendant', option.id)
    else button.removeAttribute('aria-activedescendant')
  }
  const open = () => {
    if (isOpen()) return
    list.hidden = false
    root.classList.remove('picker--above')
    const room = innerHeight - button.getBoundingClientRect().bottom
    if (list.offsetHeight + 8 > room) root.classList.add('picker--above')
    button.setAttribute('aria-expanded', 'true')
    setActive(Math.max(0, options.findIndex((option) => option.getAttribute('aria-selected') === 'true')))
  }
  const close = () => {
    if (!isOpen()) return
    list.hidden = true
    button.setAttribute('aria-expanded', 'false')
    setActive(-1)
  }
  const choose = (at) => {
    options.forEach((option, other) => option.setAttribute('aria-selected', String(other === at)))
    value.textContent = options[at].textContent
    close()
    button.focus()
    emit('change', { value: options[at].textContent })
  }
  const find = (letter) => {
    clearTimeout(forget)
    forget = setTimeout(() => (typed = ''), 700)
    typed += letter.toLowerCase()
    const at = options.findIndex((option) => option.textContent.toLowerCase().startsWith(typed))
    if (at < 0) return
    open()
    setActive(at)
  }
  const onKey = (event) => {
    const { key } = event
    const last = options.length - 1
    const moves = { ArrowDown: Math.min(last, active + 1), ArrowUp: Math.max(0, active - 1), Home: 0, End: last }
    if (!isOpen() && ['ArrowDown', 'ArrowUp', 'Enter', ' '].includes(key)) open()
    else if (isOpen() && key in moves) setActive(moves[key])
    else if (isOpen() && (key === 'Enter' || key === ' ')) choose(active)
    else if (key === 'Escape') close()
    else if (key === 'Tab') return close()
    else if (key.length === 1) find(key)
    else return
    event.preventDefault()
  }
  const onButton = () => (isOpen() ? close() : open())
  const onList = (event) => {
    const at = options.indexOf(event.target.closest('.picker__option'))
    if (at >= 0) choose(at)
  }
  const onPoint = (event) => {
    const at = options.indexOf(event.target.closest('.picker__option'))
    if (at >= 0 && at !== active) setActive(at)
  }
  const onOutside = (event) => {
    if (!root.contains(event.target)) close()
  }
  button.addEventListener('click', onButton)
  button.addEventListener('keydown', onKey)
  list.addEventListener('click', onList)
  list.addEventListener('pointermove', onPoint)
  document.addEventListener('pointerdown', onOutside)
  return () => {
    clearTimeout(forget)
    button.removeEventListener('click', onButton)
    button.removeEventListener('keydown', onKey)
    list.removeEventListener('click', onList)
    list.removeEventListener('pointermove', onPoint)
    document.removeEventListener('pointerdown', onOutside)
  }
}
