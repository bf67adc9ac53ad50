/** The browser's own functions, kept before any component's code runs. */
export interface Pristine {
  setTimeout: typeof window.setTimeout
  requestAnimationFrame: typeof window.requestAnimationFrame
}

/** The real timers, for the stage's own use. */
export const keepPristine = (view: Window & typeof globalThis): Pristine => ({
  setTimeout: view.setTimeout.bind(view) as typeof window.setTimeout,
  requestAnimationFrame: view.requestAnimationFrame.bind(view),
})

/** A dialog would stop the page until somebody answers: nobody does here. */
export function muteDialogs(view: Window & typeof globalThis, onAsked: (name: string) => void = () => {}): void {
  for (const name of ['alert', 'confirm', 'prompt', 'print'] as const)
    Object.assign(view, { [name]: () => void onAsked(name) })
}
