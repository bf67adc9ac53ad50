export default (root) => {
  const note = root.querySelector('.call-out__note')
  const trigger = root.querySelector('.call-out__trigger')
  let timer
  const hide = () => {
    note.textContent = ''
  }
  const wait = () => {
    clearTimeout(timer)
    timer = setTimeout(hide, 5000)
  }
  const show = () => {
    note.textContent = 'The valley has been called.'
    wait()
  }
  trigger.addEventListener('click', show)
  note.addEventListener('pointerenter', () => clearTimeout(timer))
  note.addEventListener('pointerleave', wait)
  return () => clearTimeout(timer)
}
