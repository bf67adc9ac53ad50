import { useCallback, useState } from 'react'

/** What all programs of frames say. */
export type Said = { type: string; replaced?: readonly string[] }

const MAX_NAMED = 3

const doubtOf = (names: readonly string[]) =>
  `Its code replaces functions of the browser (${names.slice(0, MAX_NAMED).join(', ')}${names.length > MAX_NAMED ? ' …' : ''}): what is shown here of sizes, parts and states may be false. A run reads beside its code.`

/** Whether what a frame shows may be other than what it says: its code has replaced what readings are made with. */
export function useDoubt() {
  const [replaced, setReplaced] = useState<readonly string[]>([])
  const hear = useCallback(({ type, replaced: names = [] }: Said) => {
    if (type === 'pong') setReplaced((known) => (known.length === names.length ? known : names))
  }, [])
  const forget = useCallback(() => setReplaced([]), [])
  return { doubt: replaced.length === 0 ? undefined : doubtOf(replaced), hear, forget }
}
