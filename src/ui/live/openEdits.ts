/** Saves what is open, and resolves when it is saved or cannot be. */
type Saver = () => Promise<void>

const savers = new Set<Saver>()
const saves = new Set<Promise<unknown>>()

/** Has what is edited somewhere saved before anything is started that reads it. @returns how to be taken off */
export function onBeforeReading(saver: Saver): () => void {
  savers.add(saver)
  return () => void savers.delete(saver)
}

/** A save that is on its way: it is waited for even where its view has gone. */
export function underWay<Answer>(save: Promise<Answer>): Promise<Answer> {
  saves.add(save)
  return save.finally(() => saves.delete(save))
}

/** Resolves when no save is on its way in this tab. */
export const savesDone = async (): Promise<void> => void (await Promise.allSettled([...saves]))

/** Resolves when all that was edited in this tab is saved, as far as it can be: a run then reads what is on the screen. */
export async function editsSaved(): Promise<void> {
  await Promise.all([...savers].map((save) => save()))
  await savesDone()
}
