'use client'

import { autocompletion, type Completion, type CompletionSource } from '@codemirror/autocomplete'
import { indentWithTab } from '@codemirror/commands'
import { css } from '@codemirror/lang-css'
import { html } from '@codemirror/lang-html'
import { javascript } from '@codemirror/lang-javascript'
import { json } from '@codemirror/lang-json'
import { liquid } from '@codemirror/lang-liquid'
import { markdown } from '@codemirror/lang-markdown'
import { sass } from '@codemirror/lang-sass'
import { yaml } from '@codemirror/lang-yaml'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { lintGutter, setDiagnostics, type Diagnostic } from '@codemirror/lint'
import { Annotation, EditorState, type Extension, type Text } from '@codemirror/state'
import { keymap } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { basicSetup, EditorView } from 'codemirror'
import { useEffect, useRef } from 'react'
import type { Lint } from '@/core/lint'
import { problemSentence, type Problem } from '@/core/problem'
import { useLatest } from '../hooks'
import { TEMPLATE_NAMES } from './templateNames'

export interface Trouble {
  line: number
  column?: number
  message: string
  severity: 'error' | 'warning'
}

/** What is wrong in one file, as the editor marks it. */
export const troublesOf = (path: string, problems: readonly Problem[], lints: readonly Lint[]): Trouble[] => [
  ...problems
    .filter(({ file }) => file === path)
    .map((each) => ({
      line: each.line,
      column: each.column,
      message: problemSentence(each),
      severity: 'error' as const,
    })),
  ...lints.filter(({ file }) => file === path).map(({ line, message, severity }) => ({ line, message, severity })),
]

export interface CodeEditorProps {
  path: string
  text: string
  troubles: readonly Trouble[]
  onType(text: string): void
  onSave(): void
  complete?: CompletionSource
  /** What may stand after a dot in a template, by the names before it. */
  members?(path: readonly string[]): readonly Completion[]
  /** Called with the line of the cursor, from 1, when somebody moves it. */
  onLine?(line: number): void
  /** Goes to a line; a new object goes there again. */
  goTo?: { line: number }
  /** Going to a line leaves the focus where it is. */
  quietly?: boolean
}

const fromOutside = Annotation.define<boolean>()

function languageOf(path: string, handlers: () => Handlers): Extension {
  const ending = path.slice(path.lastIndexOf('.') + 1)
  switch (ending) {
    case 'css':
      return css()
    case 'scss':
      return sass()
    case 'liquid':
      return liquid({
        base: html(),
        variables: TEMPLATE_NAMES,
        properties: (names) => handlers().members?.(names) ?? [],
      })
    case 'html':
      return html()
    case 'yaml':
    case 'yml':
      return yaml()
    case 'json':
      return json()
    case 'md':
      return markdown()
    default:
      return javascript({ jsx: true, typescript: ending.startsWith('ts') })
  }
}

/** Brelt's own inks: words of the language strong, names plain, texts and comments quiet. */
const inks = HighlightStyle.define([
  { tag: [tags.keyword, tags.operatorKeyword, tags.tagName, tags.definitionKeyword], fontWeight: '650' },
  {
    tag: [tags.propertyName, tags.definition(tags.propertyName), tags.attributeName, tags.className],
    color: 'var(--code-name)',
  },
  {
    tag: [tags.string, tags.attributeValue, tags.number, tags.color, tags.unit, tags.bool],
    color: 'var(--code-value)',
  },
  { tag: [tags.comment], color: 'var(--quiet)', fontStyle: 'italic' },
])

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '0.8125rem', backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
  // Signs stand as they are typed: != is no ≠.
  '.cm-scroller': { fontFamily: 'var(--font-mono)', fontVariantLigatures: 'none', lineHeight: '1.5' },
  '.cm-gutters': { backgroundColor: 'var(--paper)', color: 'var(--quiet)', borderRight: '1px solid var(--line)' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'color-mix(in srgb, var(--pick) 55%, transparent)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'color-mix(in srgb, var(--line-strong) 40%, transparent) !important',
  },
  '.cm-panels, .cm-tooltip': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    borderColor: 'var(--line-strong)',
  },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--pick)', color: 'var(--ink)' },
  '.cm-textfield': { backgroundColor: 'var(--sheet)', color: 'var(--ink)' },
})

type Handlers = {
  [Name in 'onType' | 'onSave' | 'onLine' | 'complete' | 'members']: CodeEditorProps[Name] | undefined
} & Pick<CodeEditorProps, 'onType' | 'onSave'>

/** What the editor of a file has. @param handlers asked each time: they change while the editor stays */
const extensionsOf = (path: string, handlers: () => Handlers): Extension[] => [
  basicSetup,
  // Tab leaves the editor, as everywhere; Esc first lets it indent.
  keymap.of([
    { key: 'Mod-s', preventDefault: true, run: () => (handlers().onSave(), true) },
    { ...indentWithTab, key: 'Alt-Tab' },
  ]),
  languageOf(path, handlers),
  autocompletion({
    override: /\.(yaml|md)$/.test(path) ? [(context) => handlers().complete?.(context) ?? null] : null,
  }),
  // Generated markup may be one endless line, and beside a table there is little room.
  EditorView.lineWrapping,
  lintGutter(),
  syntaxHighlighting(inks),
  look,
  EditorView.contentAttributes.of({ 'aria-label': path }),
  EditorView.updateListener.of((update) => {
    const isOurs = update.transactions.some((each) => each.annotation(fromOutside))
    if (update.docChanged && !isOurs) handlers().onType(update.state.doc.toString())
    if ((update.selectionSet || update.docChanged) && !isOurs && update.view.hasFocus)
      handlers().onLine?.(update.state.doc.lineAt(update.state.selection.main.head).number)
  }),
]

/** The part of a text that differs from another: the cursor keeps its place when no more is replaced. */
function changeTo(now: string, text: string) {
  let start = 0
  while (start < now.length && now[start] === text[start]) start++
  let end = 0
  while (end < now.length - start && end < text.length - start && now.at(-1 - end) === text.at(-1 - end)) end++
  return { from: start, to: now.length - end, insert: text.slice(start, text.length - end) }
}

/** Marks from where something is wrong to the end of its line. */
const diagnosticsOf = (doc: Text, troubles: CodeEditorProps['troubles']): Diagnostic[] =>
  troubles.map(({ line, column = 1, message, severity }) => {
    const at = doc.line(Math.max(1, Math.min(line, doc.lines)))
    return { from: Math.min(at.from + column - 1, at.to), to: at.to, message, severity }
  })

/** An editor of one file, with what is wrong marked at its line. */
export function CodeEditor({
  path,
  text,
  troubles,
  onType,
  onSave,
  onLine,
  complete,
  members,
  goTo,
  quietly = false,
}: CodeEditorProps) {
  const box = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView>(undefined)
  const handlers = useLatest({ onType, onSave, onLine, complete, members, text, quietly })
  useEffect(() => {
    const editor = new EditorView({
      parent: box.current!,
      state: EditorState.create({
        doc: handlers.current.text,
        extensions: extensionsOf(path, () => handlers.current),
      }),
    })
    view.current = editor
    return () => editor.destroy()
    // The text that it opens with; later ones come in below, so that the cursor and the editor's own undo stay.
  }, [path, handlers])
  useEffect(() => {
    const editor = view.current!
    const now = editor.state.doc.toString()
    if (now === text) return
    editor.dispatch({ changes: changeTo(now, text), annotations: fromOutside.of(true) })
  }, [text, path])
  useEffect(() => {
    const editor = view.current!
    editor.dispatch(setDiagnostics(editor.state, diagnosticsOf(editor.state.doc, troubles)))
  }, [troubles, path])
  useEffect(() => {
    const editor = view.current
    if (!goTo || !editor) return
    const line = editor.state.doc.line(Math.max(1, Math.min(goTo.line, editor.state.doc.lines)))
    editor.dispatch({
      selection: { anchor: line.from },
      effects: EditorView.scrollIntoView(line.from, { y: 'center' }),
    })
    if (!handlers.current.quietly) editor.focus()
  }, [goTo, path, handlers])
  return <div ref={box} className="h-full min-h-0" data-editor={path} />
}
