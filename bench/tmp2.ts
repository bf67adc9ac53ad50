import { launchChromium } from '@/runner'
import { writeFileSync } from 'node:fs'
const browser = await launchChromium()
const page = await browser.newPage()
await page.setViewport({ width: 1280, height: 800 })
const [, , comp = 'bunk-check', selector = '.bunk__box'] = process.argv
const c = process.env.COMP ?? comp, sel = process.env.SEL ?? selector
page.on('console', (m) => console.log('console', m.text()))
await page.goto(`http://127.0.0.1:4790/firnline/${c}/behaviour`)
await page.waitForFunction(() => [...document.querySelectorAll('button')].some((e) => e.textContent === 'Record' && !(e as any).disabled))
const b = await page.waitForSelector('aria/Record[role="button"]'); await b!.click()
await page.waitForSelector('iframe[data-staged="true"]')
const frame = page.frames().find((f) => f.url().includes('program=live'))!
await frame.evaluate(() => { for (const t of ['pointerdown','pointerup','pointercancel','click','blur','focus','focusin','focusout']) window.addEventListener(t, (e) => console.log(t, (e.target as any).className ?? e.target, e.isTrusted, document.hasFocus()), true) })
const inner = await frame.evaluate((css) => { const r = document.querySelector(css)!.getBoundingClientRect(); return { x: r.left + r.width / 2, y: r.top + r.height / 2 } }, sel)
const outer = await page.$eval('iframe[data-staged]', (e) => { const r = e.getBoundingClientRect(); return { x: r.left, y: r.top } })
await page.mouse.click(inner.x + outer.x, inner.y + outer.y)
await new Promise((r) => setTimeout(r, 1200))
console.log(await page.$$eval('[data-act]', (e) => e.map((x) => x.textContent)))
await page.screenshot({ path: '/tmp/rec.png' })
await browser.close()
