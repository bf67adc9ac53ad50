export default (root, { emit }) => {
  const onClick = ({ target }) => {
    const chip = target.closest('.hut-filter__remove')?.closest('.hut-filter__chip')
    if (!chip) return
    const next = chip.nextElementSibling ?? chip.previousElementSibling
    chip.remove()
    next?.querySelector('button').focus()
    emit('remove')
  }
  root.addEventListener('click', onClick)
}
