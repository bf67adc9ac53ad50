/** Notes what component code uses of which no clock here keeps the time. */
export function watchUncontrolled(view: Window & typeof globalThis): () => string[] {
  const found = new Set<string>()
  for (const name of ['Worker', 'SharedWorker'] as const) {
    const Own = view[name] as unknown as (new (...given: unknown[]) => object) | undefined
    if (!Own) continue
    const noted = new Proxy(Own, {
      construct: (target, given, newTarget) => {
        found.add(`it starts a ${name}, whose timers are not on the scenario's clock`)
        return Reflect.construct(target, given, newTarget) as object
      },
    })
    Object.assign(view, { [name]: noted })
  }
  return () => {
    if (view.document.querySelector('animate, animateTransform, animateMotion'))
      found.add('it has SVG animations (SMIL), which are not on the scenario’s clock: use CSS or script animations')
    const media = [...view.document.querySelectorAll<HTMLMediaElement>('video, audio')]
    if (media.some(({ paused }) => !paused)) found.add('it plays media, which are not on the scenario’s clock')
    return [...found]
  }
}
