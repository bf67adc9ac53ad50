'use client'

import { useId, useRef, useState, type KeyboardEvent } from 'react'
import type { Suggestion } from '@/core/spec'

export interface SuggestProps {
  label: string
  value: string
  placeholder?: string
  className?: string
  /** What may come next, given the text before the cursor. */
  suggest(before: string): readonly Suggestion[]
  onType(text: string): void
  /** Called on Enter where no suggestion is picked, and when the field is left. */
  onDone?: ((text: string, by: 'enter' | 'leave') => void) | undefined
  onCancel?: (() => void) | undefined
  isInvalid?: boolean
  describedBy?: string
  autoFocus?: boolean
}

/** A text with suggestions for what comes next. Arrows pick one, Enter or Tab takes it. */
export function Suggest({
  label,
  value,
  placeholder,
  className = '',
  suggest,
  onType,
  onDone,
  onCancel,
  isInvalid,
  describedBy,
  autoFocus,
}: SuggestProps) {
  const id = useId()
  const { input, at, options, onKeyDown, close, moveTo, take } = useSuggestions({
    value,
    suggest,
    onType,
    onDone,
    onCancel,
  })
  const isOpen = options.length > 0
  return (
    <span className={`relative ${className}`}>
      <input
        ref={input}
        role="combobox"
        autoFocus={autoFocus}
        aria-label={label}
        aria-expanded={isOpen}
        aria-controls={`${id}-list`}
        aria-autocomplete="list"
        aria-activedescendant={at >= 0 ? `${id}-${at}` : undefined}
        aria-invalid={isInvalid || undefined}
        aria-describedby={describedBy}
        autoComplete="off"
        spellCheck={false}
        placeholder={placeholder}
        className="field num w-full"
        value={value}
        onChange={(event) => {
          onType(event.target.value)
          moveTo(event.target.selectionStart ?? event.target.value.length)
        }}
        onFocus={() => moveTo(value.length)}
        onClick={(event) => moveTo(event.currentTarget.selectionStart ?? value.length)}
        onBlur={() => {
          close()
          onDone?.(value, 'leave')
        }}
        onKeyDown={onKeyDown}
      />
      <Suggestions {...{ id, label, options, at }} onTake={take} />
    </span>
  )
}

interface SuggestionsProps {
  /** Of the field; the list and its options have theirs by it. */
  id: string
  label: string
  options: readonly Suggestion[]
  at: number
  onTake(option: Suggestion): void
}

function Suggestions({ id, label, options, at, onTake }: SuggestionsProps) {
  return (
    <ul
      id={`${id}-list`}
      role="listbox"
      aria-label={`Suggestions for ${label}`}
      hidden={options.length === 0}
      className="floating absolute top-full left-0 z-40 mt-0.5 max-h-56 min-w-full overflow-auto py-1"
    >
      {options.map((option, index) => (
        <li
          key={`${option.text} ${option.detail}`}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === at}
          data-highlighted={index === at || undefined}
          className="floating-item num gap-2 whitespace-nowrap"
          // The field keeps the focus: leaving it would take the half-typed text.
          onPointerDown={(event) => {
            event.preventDefault()
            onTake(option)
          }}
        >
          {option.type === 'color' && <Swatch css={option.css!} />}
          <span>{option.text}</span>
          <span className="ml-auto max-w-48 truncate pl-3 text-quiet">{option.detail}</span>
        </li>
      ))}
    </ul>
  )
}

/** What may come next at the cursor, and which of it is picked by the arrows. */
function useSuggestions({
  value,
  suggest,
  onType,
  onDone,
  onCancel,
}: Pick<SuggestProps, 'value' | 'suggest' | 'onType' | 'onDone' | 'onCancel'>) {
  const input = useRef<HTMLInputElement>(null)
  const [cursor, setCursor] = useState<number>()
  const [at, setAt] = useState(-1)
  const before = value.slice(0, cursor ?? value.length)
  const options = cursor === undefined ? [] : suggest(before)
  const isOpen = options.length > 0
  const close = () => {
    setCursor(undefined)
    setAt(-1)
  }
  const take = ({ text, from }: Suggestion) => {
    const next = value.slice(0, from) + text + value.slice(before.length)
    onType(next)
    const place = from + text.length
    setAt(-1)
    setCursor(place)
    requestAnimationFrame(() => input.current?.setSelectionRange(place, place))
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (step !== undefined && (isOpen || step === 1)) {
      event.preventDefault()
      if (!isOpen) setCursor(input.current?.selectionStart ?? value.length)
      else setAt(Math.max(-1, Math.min(options.length - 1, at + step)))
    } else if ((event.key === 'Enter' || event.key === 'Tab') && isOpen && options[at]) {
      event.preventDefault()
      take(options[at])
    } else if (event.key === 'Enter') {
      close()
      onDone?.(value, 'enter')
    } else if (event.key === 'Escape') {
      event.stopPropagation()
      if (isOpen) close()
      else onCancel?.()
    }
  }
  /** The cursor stands there: nothing is picked of what may come next. */
  const moveTo = (place: number) => {
    setCursor(place)
    setAt(-1)
  }
  return { input, at, options, onKeyDown, close, moveTo, take }
}

/** A colour as what it is, on a chequered ground that shows how much lets through. */
export const Swatch = ({ css, className = '' }: { css: string; className?: string }) => (
  <span aria-hidden className={`swatch ${className}`}>
    <span style={{ background: css }} />
  </span>
)
