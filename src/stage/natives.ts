/**
 * The browser's own functions, kept before any component's code runs.
 * Component code gets timers that do not fire: before a case is read, time stands still.
 */
export interface Natives {
  setTimeout: typeof window.setTimeout
  requestAnimationFrame: typeof window.requestAnimationFrame
}

/** Takes the timers away from the page and returns the real ones. */
export function freezeTimers(view: Window & typeof globalThis): Natives {
  const natives: Natives = {
    setTimeout: view.setTimeout.bind(view) as typeof window.setTimeout,
    requestAnimationFrame: view.requestAnimationFrame.bind(view),
  }
  let last = 0
  const never = () => ++last
  const quiet = () => undefined
  // A dialog would stop the page until somebody answers.
  const dialogs = { alert: quiet, confirm: quiet, prompt: quiet, print: quiet }
  const frozen = {
    setTimeout: never,
    setInterval: never,
    requestAnimationFrame: never,
    requestIdleCallback: never,
    ...dialogs,
  }
  Object.assign(view, frozen)
  return natives
}
