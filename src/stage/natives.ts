/**
 * The browser's own functions, kept before any component's code runs.
 * Component code gets timers that do not fire: before a case is read, time stands still.
 */
export interface Natives {
  setTimeout: typeof window.setTimeout
  requestAnimationFrame: typeof window.requestAnimationFrame
}

/** The real timers, for the stage's own use. */
export const keepNatives = (view: Window & typeof globalThis): Natives => ({
  setTimeout: view.setTimeout.bind(view) as typeof window.setTimeout,
  requestAnimationFrame: view.requestAnimationFrame.bind(view),
})

/** A dialog would stop the page until somebody answers: nobody does here. */
export function muteDialogs(view: Window & typeof globalThis, onAsked: (name: string) => void = () => {}): void {
  for (const name of ['alert', 'confirm', 'prompt', 'print'] as const)
    Object.assign(view, { [name]: () => void onAsked(name) })
}

/** Takes the timers away from the page and returns the real ones. */
export function freezeTimers(view: Window & typeof globalThis): Natives {
  const natives = keepNatives(view)
  let last = 0
  const never = () => ++last
  Object.assign(view, {
    setTimeout: never,
    setInterval: never,
    requestAnimationFrame: never,
    requestIdleCallback: never,
  })
  muteDialogs(view)
  return natives
}
