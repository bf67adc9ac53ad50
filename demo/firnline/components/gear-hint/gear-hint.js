const WAIT_IN = 600
const WAIT_OUT = 250

/** Shows the hint after a while of pointing, at once on focus and tap; lets it go a little after the pointer has left. */
export default function gearHint(root, { emit }) {
  const trigger = root.querySelector('.hint__trigger')
  const tip = root.querySelector('.hint__tip')
  let timer
  let isPointed = false
  let isFocused = false

  const show = () => {
    clearTimeout(timer)
    if (!tip.hidden) return
    tip.hidden = false
    emit('show')
  }
  const hide = () => {
    clearTimeout(timer)
    if (tip.hidden) return
    tip.hidden = true
    emit('hide')
  }
  const later = (work, wait) => {
    clearTimeout(timer)
    timer = setTimeout(work, wait)
  }
  const on = {
    pointerenter: (event) => {
      if (event.pointerType !== 'mouse') return
      isPointed = true
      later(show, WAIT_IN)
    },
    pointerleave: (event) => {
      if (event.pointerType !== 'mouse') return
      isPointed = false
      if (!isFocused) later(hide, WAIT_OUT)
    },
    click: (event) => {
      if (event.pointerType === 'touch') show()
    },
    focusin: () => {
      isFocused = trigger.matches(':focus-visible')
      if (isFocused) show()
    },
    focusout: () => {
      isFocused = false
      if (!isPointed) hide()
    },
    keydown: (event) => {
      if (event.key === 'Escape') hide()
    },
  }
  // The hint itself may be pointed at: its words can be read in peace, and selected.
  for (const [type, listener] of Object.entries(on)) root.addEventListener(type, listener)
  return () => {
    clearTimeout(timer)
    for (const [type, listener] of Object.entries(on)) root.removeEventListener(type, listener)
  }
}
