/** Shows notices one under another. Each leaves after its time, unless it is pointed at, has the focus or stays. */
export default function weatherNotice(root, { props, emit }) {
  const list = root.querySelector('.notices__list')
  const shown = new Map()

  const remove = (key, why) => {
    const notice = shown.get(key)
    if (!notice) return
    clearTimeout(notice.timer)
    shown.delete(key)
    notice.element.remove()
    emit('leave', { notice: key, why })
  }
  const start = (key) => {
    const notice = shown.get(key)
    if (!notice || notice.stay === 0) return
    notice.since = performance.now()
    notice.timer = setTimeout(() => remove(key, 'time'), notice.left)
  }
  const pause = (key) => {
    const notice = shown.get(key)
    if (!notice || notice.stay === 0) return
    clearTimeout(notice.timer)
    notice.left -= performance.now() - notice.since
  }
  const button = (name, text) => {
    const element = document.createElement('button')
    element.type = 'button'
    element.className = `notices__${name}`
    element.textContent = text
    return element
  }
  const add = ({ key, tone = 'plain', text, action, stay = props.stay }) => {
    const element = document.createElement('li')
    element.className = `notices__notice notices__notice--${tone}`
    element.setAttribute('role', tone === 'storm' ? 'alert' : 'status')
    const words = document.createElement('span')
    words.className = 'notices__text'
    words.textContent = text
    element.append(words)
    if (action) {
      const act = button('action', action)
      act.addEventListener('click', () => {
        emit('action', { notice: key })
        remove(key, 'action')
      })
      element.append(act)
    }
    const dismiss = button('dismiss', '×')
    dismiss.setAttribute('aria-label', 'Dismiss')
    dismiss.addEventListener('click', () => remove(key, 'dismissed'))
    element.append(dismiss)
    element.addEventListener('pointerenter', () => pause(key))
    element.addEventListener('pointerleave', () => start(key))
    list.append(element)
    shown.set(key, { element, stay, left: stay })
    start(key)
  }
  const show = (notices) => notices.filter(({ key }) => !known.has(key)).forEach((notice) => {
    known.add(notice.key)
    add(notice)
  })
  const known = new Set()
  show(props.notices)
  return {
    update: (next) => show(next.notices),
    cleanup: () => shown.forEach(({ timer }) => clearTimeout(timer)),
  }
}
