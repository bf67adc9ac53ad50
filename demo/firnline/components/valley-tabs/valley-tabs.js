/** Shows the panel of the tab that is chosen, by mouse or keyboard; Tab leads to the chosen one only. */
export default function valleyTabs(root, { emit }) {
  const tabs = [...root.querySelectorAll('.valley__trigger')]
  const panels = [...root.querySelectorAll('.valley__panel')]
  const choose = (tab) => {
    if (tab.disabled || tab.getAttribute('aria-selected') === 'true') return
    tabs.forEach((each, at) => {
      const isChosen = each === tab
      each.setAttribute('aria-selected', String(isChosen))
      each.tabIndex = isChosen ? 0 : -1
      panels[at].hidden = !isChosen
    })
    emit('change', { tab: tabs.indexOf(tab) + 1 })
  }
  const onClick = (event) => {
    const tab = event.target.closest('.valley__trigger')
    if (tab) choose(tab)
  }
  const onKey = (event) => {
    const usable = tabs.filter(({ disabled }) => !disabled)
    const at = usable.indexOf(event.target)
    if (at < 0) return
    const ahead = getComputedStyle(root).direction === 'rtl' ? -1 : 1
    const to = { ArrowRight: at + ahead, ArrowLeft: at - ahead, Home: 0, End: usable.length - 1 }[event.key]
    if (to === undefined) return
    event.preventDefault()
    const tab = usable.at(to % usable.length)
    tab.focus()
    choose(tab)
  }
  root.addEventListener('click', onClick)
  root.addEventListener('keydown', onKey)
  return () => {
    root.removeEventListener('click', onClick)
    root.removeEventListener('keydown', onKey)
  }
}
