export default (root) => {
  const input = root.querySelector('textarea')
  const count = root.querySelector('.hut-book__count')
  input.addEventListener('input', () => {
    count.textContent = `${input.maxLength - input.value.length} left`
  })
}
