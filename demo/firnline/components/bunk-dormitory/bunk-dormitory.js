/** The whole dormitory is on when every bunk is, mixed when some are; ticking it ticks them all. */
export default (root) => {
  const whole = root.querySelector('.dorm__whole input')
  const bunks = [...root.querySelectorAll('.dorm__bunks input')]
  const follow = () => {
    const taken = bunks.filter(({ checked }) => checked).length
    whole.checked = taken === bunks.length && taken > 0
    whole.indeterminate = taken > 0 && taken < bunks.length
  }
  const onChange = ({ target }) => {
    if (target === whole) for (const bunk of bunks) if (!bunk.disabled) bunk.checked = whole.checked
    follow()
  }
  root.addEventListener('change', onChange)
  follow()
  return () => root.removeEventListener('change', onChange)
}
