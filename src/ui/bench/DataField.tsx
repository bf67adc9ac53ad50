'use client'

import { useEffect, useMemo, useRef, useState } from 'react'
import * as z from 'zod'
import type { Control } from '@/core/bench'
import { CodeEditor, type Trouble } from '../editing'

/** Data as JSON: what fits its schema reaches the component at once, what does not is told at its line. */
export function DataField({
  control,
  onChange,
}: {
  control: Extract<Control, { kind: 'data' }>
  onChange(value: unknown): void
}) {
  const { name, value, schema } = control
  const [text, setText] = useState(() => print(value))
  const [trouble, setTrouble] = useState<Trouble>()
  const last = useRef(JSON.stringify(value))
  const checked = useMemo(() => schemaOf(schema), [schema])
  // Another value from outside takes the place of the text; one that was typed keeps the typist's way of writing it.
  useEffect(() => {
    const now = JSON.stringify(value)
    if (last.current === now) return
    last.current = now
    setText(print(value))
    setTrouble(undefined)
  }, [value])
  const take = (next: string) => {
    setText(next)
    const read = readData(next, checked)
    setTrouble('trouble' in read ? read.trouble : undefined)
    if ('trouble' in read) return
    last.current = JSON.stringify(read.value)
    onChange(read.value)
  }
  return (
    <div className="w-full border border-line" role="group" aria-label={name}>
      <div className="h-32 overflow-hidden">
        <CodeEditor
          path={`${name}.json`}
          text={text}
          troubles={trouble ? [trouble] : []}
          onType={take}
          onSave={() => {}}
        />
      </div>
      {trouble && (
        <p role="alert" className="border-t border-line px-2 text-miss">
          Line {trouble.line}: {trouble.message}
        </p>
      )}
    </div>
  )
}

const print = (value: unknown) => JSON.stringify(value, null, 1)

function schemaOf(schema: Readonly<Record<string, unknown>> | undefined): z.ZodType | undefined {
  if (!schema) return undefined
  try {
    return z.fromJSONSchema(schema as Parameters<typeof z.fromJSONSchema>[0])
  } catch {
    return undefined // a schema that says more than is understood here forbids nothing
  }
}

function readData(text: string, schema: z.ZodType | undefined): { value: unknown } | { trouble: Trouble } {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return {
      trouble: { line: lineOf(text, (error as Error).message), message: (error as Error).message, severity: 'error' },
    }
  }
  const checked = schema?.safeParse(value)
  if (!checked || checked.success) return { value }
  const [issue] = checked.error.issues
  const where = issue!.path.length > 0 ? `${issue!.path.join('.')}: ` : ''
  return { trouble: { line: 1, message: where + issue!.message, severity: 'error' } }
}

/** The line that a message of the browser's JSON speaks of. */
function lineOf(text: string, message: string): number {
  const at = Number(/position (\d+)/.exec(message)?.[1] ?? text.length)
  return text.slice(0, at).split('\n').length
}
