export default (root) => {
  const headers = [...root.querySelectorAll('.day-plan__header')]
  const panels = [...root.querySelectorAll('.day-plan__panel')]
  headers.forEach((header, at) =>
    header.addEventListener('click', () => {
      const open = header.getAttribute('aria-expanded') === 'true'
      headers.forEach((each, other) => {
        each.setAttribute('aria-expanded', String(other === at && !open))
        panels[other].hidden = !(other === at && !open)
      })
    }),
  )
}
