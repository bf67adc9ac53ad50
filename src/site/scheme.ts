// Runs before the page is drawn: what the reader's system asks for, or not at all.
const dark = matchMedia('(prefers-color-scheme: dark)')
const apply = () => void (document.documentElement.dataset.scheme = dark.matches ? 'dark' : 'light')
dark.addEventListener('change', apply)
apply()
