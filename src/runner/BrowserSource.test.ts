import { expect, test } from '@jest/globals'
import { BrowserLost, BrowserSource } from './BrowserSource'

/** Browsers that can be taken down, by their order. */
function machine() {
  const browsers: {
    connected: boolean
    closed: boolean
    close(): Promise<void>
    version(): Promise<string>
    process(): null
  }[] = []
  const launch = () => {
    const browser = {
      connected: true,
      closed: false,
      close: () => Promise.resolve(void (browser.closed = true)),
      version: () => Promise.resolve('1'),
      process: () => null,
    }
    browsers.push(browser)
    return Promise.resolve(browser)
  }
  return { browsers, launch }
}

test('hands out the same browser while it runs, and starts none before it is asked', async () => {
  const { browsers, launch } = machine()
  const source = new BrowserSource(launch)
  expect(browsers).toHaveLength(0)
  expect(await source.get()).toBe(await source.get())
  expect(browsers).toHaveLength(1)
})

test('one that has gone down is replaced once, whoever asks', async () => {
  const { browsers, launch } = machine()
  const source = new BrowserSource(launch)
  await source.get()
  browsers[0]!.connected = false
  const [one, other] = await Promise.all([source.get(), source.get()])
  expect(one).toBe(other)
  expect(one).toBe(browsers[1])
})

test('three in a row are given up, for good; what has been read in between counts', async () => {
  const { browsers, launch } = machine()
  const source = new BrowserSource(launch)
  const goDown = async () => Object.assign(await source.get(), { connected: false })
  await goDown()
  await goDown()
  source.noteWork()
  await goDown()
  await goDown()
  expect(source.isLost).toBe(false)
  await expect(source.get()).rejects.toThrow(BrowserLost)
  source.noteWork()
  await expect(source.get()).rejects.toThrow('3 times in a row')
  expect(source.isLost).toBe(true)
  expect(browsers).toHaveLength(4)
})

test('closes what it has started, and leaves what it was given', async () => {
  const { browsers, launch } = machine()
  const given = await launch()
  const source = new BrowserSource(launch, given)
  given.connected = false
  await source.get()
  await source.close()
  expect(browsers.map(({ closed }) => closed)).toEqual([false, true])
})

test('one that does not start is told to each who asks', async () => {
  const source = new BrowserSource(() => Promise.reject(new Error('none is installed')))
  await expect(source.get()).rejects.toThrow('none is installed')
  await expect(source.get()).rejects.toThrow('none is installed')
})

test('one whose end is not known yet does not answer', async () => {
  const { browsers, launch } = machine()
  const source = new BrowserSource(launch)
  Object.assign(await source.get(), { version: () => Promise.reject(new Error('Target closed')) })
  expect(await source.get()).toBe(browsers[1])
})
