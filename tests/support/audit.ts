import type { Page } from 'puppeteer-core'

/** What is wrong with a page for those who see little, use keys or touch; each told with what it is about. */
export const audit = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = []
    const SMALLEST = 24
    const isShown = (element: Element) =>
      element.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true }) &&
      !element.closest('.sr-only, [aria-hidden=true], [inert]')
    const wordsOf = (element: Element) => {
      const name = element.getAttribute('aria-label') ?? element.textContent?.trim().slice(0, 40) ?? ''
      return `${element.tagName.toLowerCase()} “${name}” ${element.className.toString().slice(0, 60)}`
    }

    // Contrast of text, WCAG 1.4.3.
    const canvas = document.createElement('canvas')
    canvas.width = canvas.height = 1
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    const rgba = (css: string) => {
      context.clearRect(0, 0, 1, 1)
      context.fillStyle = css
      context.fillRect(0, 0, 1, 1)
      const [r = 0, g = 0, b = 0, a = 0] = context.getImageData(0, 0, 1, 1).data
      return { r, g, b, a: a / 255 }
    }
    type Colour = ReturnType<typeof rgba>
    const over = (top: Colour, below: Colour): Colour => ({
      r: top.r * top.a + below.r * (1 - top.a),
      g: top.g * top.a + below.g * (1 - top.a),
      b: top.b * top.a + below.b * (1 - top.a),
      a: 1,
    })
    const groundOf = (element: Element): Colour => {
      const layers: Colour[] = []
      for (let each: Element | null = element; each; each = each.parentElement) {
        const layer = rgba(getComputedStyle(each).backgroundColor)
        if (layer.a > 0) layers.push(layer)
        if (layer.a === 1) break
      }
      return layers
        .reverse()
        .reduce((below, top) => over(top, below), rgba(getComputedStyle(document.body).backgroundColor))
    }
    const luminance = ({ r, g, b }: Colour) => {
      const [x = 0, y = 0, z = 0] = [r, g, b].map((each) => {
        const part = each / 255
        return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4
      })
      return 0.2126 * x + 0.7152 * y + 0.0722 * z
    }
    const ratio = (a: Colour, b: Colour) => {
      const [high = 0, low = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x)
      return (high + 0.05) / (low + 0.05)
    }
    const checkText = (element: Element, css: string, what: string) => {
      const { fontSize, fontWeight } = getComputedStyle(element)
      const size = parseFloat(fontSize)
      const isLarge = size >= 24 || (size >= 18.66 && Number(fontWeight) >= 700)
      const ground = groundOf(element)
      const value = ratio(over(rgba(css), ground), ground)
      if (value < (isLarge ? 3 : 4.5) - 0.01) found.push(`contrast ${value.toFixed(2)} of ${what}`)
    }
    const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    const seen = new Set<Element>()
    for (let node = texts.nextNode(); node; node = texts.nextNode()) {
      const parent = node.parentElement!
      if (!node.textContent?.trim() || seen.has(parent) || !isShown(parent)) continue
      if (/^(SCRIPT|STYLE|NOSCRIPT|OPTION)$/.test(parent.tagName)) continue
      // What cannot be used now is exempt.
      if (parent.closest(':disabled, [aria-disabled=true], [data-disabled]')) continue
      seen.add(parent)
      checkText(parent, getComputedStyle(parent).color, wordsOf(parent))
    }
    for (const field of document.querySelectorAll<HTMLInputElement>('input[placeholder]'))
      if (isShown(field) && field.value === '')
        checkText(field, getComputedStyle(field, '::placeholder').color, `the placeholder of ${wordsOf(field)}`)

    // Sizes of what is pressed, WCAG 2.5.8, with its exceptions for spacing and for links in text.
    const targets = [
      ...document.querySelectorAll(
        'button, a[href], input:not([type=hidden]), select, textarea, [role=slider], [tabindex="0"]',
      ),
    ].filter((each) => isShown(each) && !each.matches(':disabled'))
    const boxes = targets.map((each) => each.getBoundingClientRect())
    const isSmall = ({ width, height }: DOMRect) => width < SMALLEST - 0.5 || height < SMALLEST - 0.5
    targets.forEach((target, at) => {
      const box = boxes[at]!
      if (!isSmall(box) || box.width === 0 || target.closest('.cm-editor')) return
      const label = target.closest('label')?.getBoundingClientRect()
      if (label && !isSmall(label)) return
      if (getComputedStyle(target).display === 'inline' && target.closest('p, li, td, span')) return
      const [x, y] = [box.left + box.width / 2, box.top + box.height / 2]
      const isCrowded = boxes.some((other, place) => {
        if (place === at || targets[place]!.contains(target) || target.contains(targets[place]!)) return false
        const [ox, oy] = [other.left + other.width / 2, other.top + other.height / 2]
        if (isSmall(other)) return Math.hypot(ox - x, oy - y) < SMALLEST - 0.5
        const dx = Math.max(other.left - x, 0, x - other.right)
        const dy = Math.max(other.top - y, 0, y - other.bottom)
        return Math.hypot(dx, dy) < SMALLEST / 2 - 0.5
      })
      if (isCrowded) found.push(`target ${Math.round(box.width)} × ${Math.round(box.height)} of ${wordsOf(target)}`)
    })

    // Order of the focus and names.
    for (const each of document.querySelectorAll<HTMLElement>('[tabindex]'))
      if (each.tabIndex > 0) found.push(`tabindex ${each.tabIndex} of ${wordsOf(each)}`)
    for (const hidden of document.querySelectorAll<HTMLElement>('[aria-hidden=true]'))
      // What stands behind a dialog is hidden as a whole, and the dialog keeps the focus.
      if (hidden.checkVisibility() && !hidden.matches('[data-aria-hidden]'))
        for (const inner of hidden.querySelectorAll<HTMLElement>('a[href], button, input, [tabindex="0"]'))
          if (inner.tabIndex >= 0) found.push(`focus goes to the hidden ${wordsOf(inner)}`)
    if (document.querySelectorAll('main').length !== 1)
      found.push(`${document.querySelectorAll('main').length} main landmarks`)
    if (document.querySelectorAll('h1').length !== 1)
      found.push(`${document.querySelectorAll('h1').length} headings of level 1`)
    const ids = [...document.querySelectorAll('[id]')].map(({ id }) => id)
    for (const id of new Set(ids.filter((each, at) => ids.indexOf(each) !== at)))
      found.push(`two elements have the id ${id}`)
    for (const each of document.querySelectorAll('[aria-controls], [aria-labelledby], [aria-describedby]'))
      for (const name of ['aria-labelledby', 'aria-describedby'])
        for (const id of each.getAttribute(name)?.split(/\s+/) ?? [])
          if (id && !document.getElementById(id)) found.push(`${name} of ${wordsOf(each)} leads nowhere`)

    // Nothing goes out of sight sideways.
    const { scrollWidth, clientWidth } = document.documentElement
    if (scrollWidth > clientWidth) found.push(`the page is ${scrollWidth} px wide in a window of ${clientWidth}`)
    return [...new Set(found)]
  })

const NAMED = new Set([
  'button',
  'link',
  'textbox',
  'combobox',
  'checkbox',
  'radio',
  'slider',
  'switch',
  'tab',
  'menuitem',
  'searchbox',
  'spinbutton',
  'option',
  'dialog',
  'alertdialog',
  'grid',
  'img',
  'progressbar',
])

/** Roles that need a name and have none, as the browser's tree of accessibility has it. */
export async function nameless(page: Page): Promise<string[]> {
  const client = await page.createCDPSession()
  const { nodes } = await client.send('Accessibility.getFullAXTree')
  await client.detach()
  return nodes.flatMap(({ ignored, role, name, description }) =>
    !ignored && NAMED.has(String(role?.value)) && !String(name?.value ?? '').trim()
      ? [`a ${role!.value} without a name ${String(description?.value ?? '')}`]
      : [],
  )
}
