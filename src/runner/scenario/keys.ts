import { _keyDefinitions, type KeyDefinition } from 'puppeteer-core/internal/common/USKeyboardLayout.js'
import { nearest } from '@/core/problem'

/** A key as the protocol takes it. */
export interface Key {
  key: string
  code: string
  windowsVirtualKeyCode: number
  text?: string
}

const MODIFIERS = { Alt: 1, Control: 2, Meta: 4, Shift: 8 } as const

/** A chord: modifiers that are held, and the key that is pressed. */
export interface Chord {
  modifiers: readonly Key[]
  /** The modifiers as the protocol counts them. */
  bits: number
  key: Key
}

/** By the names of `KeyboardEvent.key`. */
const definitions = _keyDefinitions as Readonly<Record<string, KeyDefinition>>

/** Reads `Shift+Tab`, `Control+a`, `Space`. @throws Error naming a key that does not exist */
export function readChord(text: string): Chord {
  const names = text === '+' ? ['+'] : text.replace(/\+\+$/, '+Plus').split('+')
  const keys = names.map((name) => keyNamed(name === 'Plus' ? '+' : name.trim()))
  const key = keys.pop()!
  for (const { key: name } of keys)
    if (!(name in MODIFIERS)) throw new Error(`"${name}" cannot be held: a chord holds Alt, Control, Meta or Shift`)
  const bits = keys.reduce((sum, { key: name }) => sum | MODIFIERS[name as keyof typeof MODIFIERS], 0)
  // With Control, Alt or Meta held a key writes nothing.
  const { text: written, ...bare } = key
  const isWriting = (bits & ~MODIFIERS.Shift) === 0 && written !== undefined
  return { modifiers: keys, bits, key: isWriting ? { ...bare, text: written } : bare }
}

function keyNamed(name: string): Key {
  const definition = definitions[name === 'Space' ? ' ' : name]
  if (!definition && [...name].length === 1) return { key: name, code: '', windowsVirtualKeyCode: 0, text: name }
  if (!definition) {
    const near = nearest(name, Object.keys(definitions))
    throw new Error(`there is no key "${name}"${near ? `; did you mean "${near}"?` : ''}`)
  }
  const { key = name, code = '', keyCode = 0, text } = definition
  const written = text ?? (key === 'Enter' ? '\r' : [...key].length === 1 ? key : undefined)
  return { key, code, windowsVirtualKeyCode: keyCode, ...(written !== undefined && { text: written }) }
}

/** The key that writes a character. */
export const keyFor = (character: string): Key => (character === '\n' ? keyNamed('Enter') : keyNamed(character))
