/** Ways in which a component may try to reach a network: each the body of a script, with the address of a listener. */
export const SENDERS: Readonly<Record<string, (at: string, port: number) => string>> = {
  fetch: (at) => `fetch('${at}/fetch').catch(() => {})`,
  'fetch without cors': (at) =>
    `fetch('${at}/no-cors', { mode: 'no-cors', method: 'POST', body: 'secret' }).catch(() => {})`,
  'fetch that outlives': (at) =>
    `fetch('${at}/keep', { keepalive: true, method: 'POST', body: 'secret' }).catch(() => {})`,
  xhr: (at) => `const x = new XMLHttpRequest(); x.open('GET', '${at}/xhr'); x.send()`,
  beacon: (at) => `navigator.sendBeacon('${at}/beacon', 'secret')`,
  'web socket': (at) => `new WebSocket('${at.replace('http', 'ws')}/socket')`,
  'event source': (at) => `new EventSource('${at}/events')`,
  image: (at) => `new Image().src = '${at}/image'`,
  'style sheet': (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<link rel=stylesheet href="${at}/sheet.css">')`,
  'import in styles': (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<style>@import "${at}/import.css";</style>')`,
  'picture in styles': (at) => `root.style.background = 'url(${at}/picture)'`,
  font: (at) => `new FontFace('far', 'url(${at}/font)').load().catch(() => {})`,
  script: (at) => `const s = document.createElement('script'); s.src = '${at}/script.js'; document.head.append(s)`,
  'module import': (at) => `import(['${at}', 'module.js'].join('/')).catch(() => {})`,
  worker: (at) => `new Worker(URL.createObjectURL(new Blob(["fetch('${at}/worker')"])))`,
  frame: (at) => `const f = document.createElement('iframe'); f.src = '${at}/frame'; root.append(f)`,
  'frame with a document': (at) =>
    `const f = document.createElement('iframe'); f.srcdoc = '<img src="${at}/srcdoc">'; root.append(f)`,
  object: (at) =>
    `root.insertAdjacentHTML('beforeend', '<object data="${at}/object"></object><embed src="${at}/embed">')`,
  video: (at) =>
    `root.insertAdjacentHTML('beforeend', '<video autoplay src="${at}/video"></video><audio autoplay src="${at}/audio"></audio>')`,
  preconnect: (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<link rel=preconnect href="${at}"><link rel=dns-prefetch href="//hut.example">')`,
  prefetch: (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<link rel=prefetch href="${at}/prefetch"><link rel=preload as=image href="${at}/preload">')`,
  speculation: (at) =>
    `const s = document.createElement('script'); s.type = 'speculationrules'; s.textContent = JSON.stringify({ prefetch: [{ source: 'list', urls: ['${at}/speculated'] }] }); document.head.append(s)`,
  'a window': (at) => `window.open('${at}/window')`,
  'a click on a link': (at) =>
    `const a = document.createElement('a'); a.href = '${at}/blank'; a.target = '_blank'; root.append(a); a.click()`,
  ping: (at) =>
    `const a = document.createElement('a'); a.href = '#x'; a.ping = '${at}/ping'; root.append(a); a.click()`,
  form: (at) =>
    `root.insertAdjacentHTML('beforeend', '<form action="${at}/form" method="post"><input name="a" value="secret"></form>'); root.querySelector('form').submit()`,
  'form in a window': (at) =>
    `root.insertAdjacentHTML('beforeend', '<form action="${at}/form-blank" target="_blank"></form>'); root.querySelector('form').submit()`,
  'call between browsers': (_, port) =>
    `try { const c = new RTCPeerConnection({ iceServers: [{ urls: 'stun:127.0.0.1:${port}' }, { urls: 'turn:127.0.0.1:${port}?transport=tcp', username: 'a', credential: 'b' }] }); c.createDataChannel('x'); c.createOffer().then((o) => c.setLocalDescription(o)) } catch {}`,
  transport: (at) =>
    `try { new WebTransport('${at.replace('http', 'https')}/transport').ready.catch(() => {}) } catch {}`,
  report: (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<meta http-equiv="Content-Security-Policy" content="img-src none; report-uri ${at}/report">'); new Image().src = 'x'`,
  manifest: (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<link rel=manifest href="${at}/manifest"><link rel=icon href="${at}/icon">')`,
  'going away': (at) => `setTimeout(() => { location.href = '${at}/away' }, 0)`,
  'going away by a meta element': (at) =>
    `document.head.insertAdjacentHTML('beforeend', '<meta http-equiv="refresh" content="0;url=${at}/refresh">')`,
}

/** A library in which each component tries one way; beside them one that tries nothing. */
export function senderFiles(port: number): Record<string, string> {
  const at = `http://127.0.0.1:${port}`
  const files: Record<string, string> = { 'library.yaml': 'library: 1\nname: Senders\n' }
  const add = (slug: string, script: string) => {
    files[`components/${slug}/${slug}.sheet.yaml`] = `sheet: 1
name: ${slug}
source: { kind: markup, markup: x.liquid, script: x.js }
parts: { root: .x }
spec: [{ expect: { root: { display: block } } }]
scenarios: [{ name: "${slug} waits", steps: [{ click: root }, { wait: 50ms }, { expect: { root: { present: "yes" } } }] }]
`
    files[`components/${slug}/x.liquid`] = '<div class="x">x</div>'
    files[`components/${slug}/x.js`] = `export default (root) => { ${script} }`
  }
  Object.entries(SENDERS).forEach(([, script], index) => add(`way-${index}`, script(at, port)))
  add('innocent', '')
  return files
}
