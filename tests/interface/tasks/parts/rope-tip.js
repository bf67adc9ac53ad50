export default (root) => {
  const trigger = root.querySelector('.rope-tip__trigger')
  const tip = root.querySelector('.rope-tip__tip')
  let timer
  const show = (after) => {
    clearTimeout(timer)
    timer = setTimeout(() => (tip.hidden = false), after)
  }
  const hide = () => {
    clearTimeout(timer)
    tip.hidden = true
  }
  trigger.addEventListener('pointerenter', () => show(600))
  trigger.addEventListener('pointerleave', hide)
  trigger.addEventListener('focus', () => show(0))
  trigger.addEventListener('blur', hide)
  trigger.addEventListener('keydown', (event) => event.key === 'Escape' && hide())
  return () => clearTimeout(timer)
}
