export default (root) => {
  const tabs = [...root.querySelectorAll('[role=tab]')]
  const panels = [...root.querySelectorAll('[role=tabpanel]')]
  const choose = (at) => {
    tabs.forEach((tab, each) => {
      tab.setAttribute('aria-selected', String(each === at))
      tab.tabIndex = each === at ? 0 : -1
      panels[each].hidden = each !== at
    })
    tabs[at].focus()
  }
  tabs.forEach((tab, at) => {
    tab.addEventListener('click', () => choose(at))
    tab.addEventListener('keydown', ({ key }) => {
      if (key === 'ArrowRight') choose((at + 1) % tabs.length)
      if (key === 'ArrowLeft') choose((at + tabs.length - 1) % tabs.length)
      if (key === 'Home') choose(0)
      if (key === 'End') choose(tabs.length - 1)
    })
  })
}
