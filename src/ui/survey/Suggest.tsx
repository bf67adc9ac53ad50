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
  onDone?(text: string, by: 'enter' | 'leave'): void
  onCancel?(): void
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
  const input = useRef<HTMLInputElement>(null)
  const id = useId()
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
          setCursor(event.target.selectionStart ?? event.target.value.length)
          setAt(-1)
        }}
        onFocus={() => setCursor(value.length)}
        onClick={(event) => setCursor(event.currentTarget.selectionStart ?? value.length)}
        onBlur={() => {
          close()
          onDone?.(value, 'leave')
        }}
        onKeyDown={onKeyDown}
      />
      <ul
        id={`${id}-list`}
        role="listbox"
        aria-label={`Suggestions for ${label}`}
        hidden={!isOpen}
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
              take(option)
            }}
          >
            {option.type === 'color' && <Swatch css={option.css!} />}
            <span>{option.text}</span>
            <span className="ml-auto max-w-48 truncate pl-3 text-quiet">{option.detail}</span>
          </li>
        ))}
      </ul>
    </span>
  )
}

/** A colour as what it is, on a chequered ground that shows how much lets through. */
export const Swatch = ({ css, className = '' }: { css: string; className?: string }) => (
  <span aria-hidden className={`swatch ${className}`}>
    <span style={{ background: css }} />
  </span>
)
