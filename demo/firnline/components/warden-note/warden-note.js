/** Counts what is written, where there is a limit to it. */
export default function wardenNote(root, { props }) {
  const field = root.querySelector('.note__field')
  const count = root.querySelector('.note__count')
  const show = () => {
    if (!count) return
    count.textContent = `${field.value.length} / ${props.limit}`
    count.classList.toggle('note__count--full', field.value.length >= props.limit)
  }
  field.addEventListener('input', show)
  show()
  return () => field.removeEventListener('input', show)
}
