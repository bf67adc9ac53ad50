'use client'

import { Check, ChevronDown, Plus } from 'lucide-react'
import { Select, Switch } from 'radix-ui'
import { useEffect, useState, type InputHTMLAttributes, type ReactNode } from 'react'

export interface TextFieldProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange' | 'value'> {
  label: string
  value: string
  /** Called when the text is done: on Enter, or when the field is left. */
  onDone(text: string): void
  /** Called with each keystroke. */
  onType?(text: string): void
  /** What is wrong with a text; such a text is not taken. */
  check?(text: string): string | undefined
  /** It is empty again once its text was taken, and keeps the focus for the next. */
  clears?: boolean
  /** Called when it is left, or Enter or Escape is pressed, whether the text changed or not. */
  onLeave?(): void
}

/** A one-line text that is taken on Enter or when it is left; Escape brings back what stood there. */
export function TextField({
  label,
  value,
  onDone,
  onType,
  check,
  clears = false,
  onLeave,
  className = '',
  ...rest
}: TextFieldProps) {
  const [text, setText] = useState(value)
  useEffect(() => setText(value), [value])
  const fault = text === value ? undefined : check?.(text)
  const take = () => {
    if (text !== value && fault === undefined) {
      if (clears) setText(value)
      onDone(text)
    } else if (fault !== undefined) {
      setText(value)
      onType?.(value)
    }
  }
  return (
    <input
      {...rest}
      aria-label={label}
      aria-invalid={fault !== undefined || undefined}
      title={fault ?? rest.title}
      className={`field ${className}`}
      value={text}
      onChange={(event) => {
        setText(event.target.value)
        onType?.(event.target.value)
      }}
      onBlur={() => {
        take()
        onLeave?.()
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') {
          take()
          onLeave?.()
        }
        if (event.key === 'Escape') {
          event.stopPropagation()
          setText(value)
          onType?.(value)
          onLeave?.()
        }
      }}
    />
  )
}

export const KEBAB = /^[a-z][a-z0-9]*(-[a-z0-9]+)*$/
export const VALUE = /^[a-z0-9]+(-[a-z0-9]+)*$/

/** Judges a new name among those that are there. */
export const nameCheck =
  (taken: readonly string[], pattern = KEBAB) =>
  (text: string): string | undefined =>
    !pattern.test(text)
      ? 'Small letters, digits and single hyphens'
      : taken.includes(text)
        ? `There is a “${text}” already`
        : undefined

/** One of several, in a list that opens. */
export function Choice({
  label,
  value,
  options,
  onChoose,
  className = '',
}: {
  label: string
  value: string
  options: readonly (readonly [value: string, label: string])[]
  onChoose(value: string): void
  className?: string
}) {
  return (
    <Select.Root value={value} onValueChange={onChoose}>
      <Select.Trigger aria-label={label} className={`field inline-flex items-center gap-1 ${className}`}>
        <span className="truncate">
          <Select.Value />
        </span>
        <Select.Icon className="ml-auto">
          <ChevronDown size={11} aria-hidden />
        </Select.Icon>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content position="popper" className="floating max-h-72 overflow-auto py-1">
          <Select.Viewport>
            {options.map(([each, text]) => (
              <Select.Item key={each} value={each} className="floating-item">
                <Select.ItemText>{text}</Select.ItemText>
                <Select.ItemIndicator className="ml-auto">
                  <Check size={11} aria-hidden />
                </Select.ItemIndicator>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}

/** On or off. */
export function Flip({ label, value, onFlip }: { label: string; value: boolean; onFlip(value: boolean): void }) {
  return (
    <Switch.Root aria-label={label} checked={value} onCheckedChange={onFlip} className="flip">
      <Switch.Thumb className="flip-thumb" />
    </Switch.Root>
  )
}

/** A small button that bears an icon. */
export function IconButton({
  label,
  children,
  ...rest
}: { label: string; children: ReactNode } & React.ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button type="button" {...rest} aria-label={label} title={label} className="icon-button">
      {children}
    </button>
  )
}

/** A field for the name of something new; it is empty again once the name was taken. */
export function NewName({
  label,
  placeholder = label,
  taken,
  pattern = KEBAB,
  onAdd,
  onType,
  className = 'w-36',
}: {
  label: string
  placeholder?: string
  taken: readonly string[]
  pattern?: RegExp
  onAdd(name: string): void
  /** Called with each state that is a name by now, and with nothing otherwise. */
  onType?(name: string): void
  className?: string
}) {
  const check = nameCheck(taken, pattern)
  return (
    <>
      <Plus size={13} aria-hidden className="text-quiet" />
      <TextField
        clears
        label={label}
        placeholder={placeholder}
        value=""
        check={(text) => (text === '' ? undefined : check(text))}
        className={className}
        {...(onType && { onType: (text: string) => onType(text !== '' && check(text) === undefined ? text : '') })}
        onDone={(text) => text !== '' && onAdd(text)}
      />
    </>
  )
}
