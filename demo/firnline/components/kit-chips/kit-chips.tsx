import { useId, useState, type KeyboardEvent } from 'react'

/** What a chip does. */
type Way = 'plain' | 'selectable' | 'removable' | 'typed'

export interface KitChipsProps {
  /** Words on the chips. */
  kit?: string[]
  /** The chip that is chosen at first. */
  chosen?: string
  /** What somebody can do with them. */
  way?: Way
  /** The colour of a chosen chip; it shows on no other. */
  tone?: 'pine' | 'larch' | 'rust'
  /** Nothing can be changed. */
  disabled?: boolean
  /** What the group is called. */
  label?: string
  /** Chosen, removed or added: what is left, and what is chosen. */
  onChange?: (kit: string[], chosen: string[]) => void
}

/** Pieces of kit as chips: to read, to choose from, to take away, to add by typing. */
export function KitChips({ kit = ['Rope', 'Crampons', 'Lamp'], chosen = '', way = 'plain', tone = 'pine', disabled = false, label = 'Kit', onChange }: KitChipsProps) {
  const id = useId()
  const [words, setWords] = useState(kit)
  const [picked, setPicked] = useState(chosen === '' ? [] : [chosen])
  const [draft, setDraft] = useState('')
  const tell = (nextWords: string[], nextPicked: string[]) => {
    setWords(nextWords)
    setPicked(nextPicked)
    onChange?.(nextWords, nextPicked)
  }
  const toggle = (word: string) => tell(words, picked.includes(word) ? picked.filter((each) => each !== word) : [...picked, word])
  const remove = (word: string) => tell(words.filter((each) => each !== word), picked.filter((each) => each !== word))
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const word = draft.trim()
    if (event.key === 'Backspace' && draft === '' && words.length > 0) remove(words.at(-1)!)
    if (event.key !== 'Enter' || word === '' || words.includes(word)) return
    event.preventDefault()
    setDraft('')
    tell([...words, word], picked)
  }
  return (
    <div className={`kit kit--${tone}`} role="group" aria-labelledby={`${id}-label`}>
      <span className="kit__label" id={`${id}-label`}>
        {label}
      </span>
      <ul className="kit__list">
        {words.map((word) => (
          <li key={word} className="kit__item">
            {way === 'selectable' ? (
              <button type="button" className="kit__chip" aria-pressed={picked.includes(word)} disabled={disabled} onClick={() => toggle(word)}>
                {word}
              </button>
            ) : (
              <span className="kit__chip">
                {word}
                {way !== 'plain' && (
                  <button type="button" className="kit__remove" aria-label={`Remove ${word}`} disabled={disabled} onClick={() => remove(word)} />
                )}
              </span>
            )}
          </li>
        ))}
        {way === 'typed' && (
          <li className="kit__item">
            <input className="kit__input" aria-label="Add a piece" value={draft} disabled={disabled} onChange={(event) => setDraft(event.target.value)} onKeyDown={onKey} />
          </li>
        )}
      </ul>
    </div>
  )
}
