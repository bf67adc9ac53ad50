import { useState } from 'react'
import type { FileChange } from '@/contract'
import { counted } from '@/core/words'

const FILES_SHOWN = 6
const LINES_SHOWN = 30

/** Files that differ between two runs, with the lines that do. */
export function FileChanges({ files }: { files: readonly FileChange[] }) {
  const [isWhole, setWhole] = useState(false)
  return (
    <section className="mt-2" aria-label="Files that changed">
      <h3 className="font-semibold">{counted(files.length, 'file')} changed</h3>
      {(isWhole ? files : files.slice(0, FILES_SHOWN)).map((file) => (
        <File key={file.path} file={file} isOpenFirst={files.length <= FILES_SHOWN} />
      ))}
      {files.length > FILES_SHOWN && (
        <button type="button" className="control mt-1" aria-expanded={isWhole} onClick={() => setWhole(!isWhole)}>
          {isWhole ? 'Show fewer' : `Show ${files.length - FILES_SHOWN} more`}
        </button>
      )}
    </section>
  )
}

const WORDS: Record<FileChange['is'], string> = { new: 'new', gone: 'gone', other: '' }

function File({ file: { path, is, lines }, isOpenFirst }: { file: FileChange; isOpenFirst: boolean }) {
  const count = lines?.reduce((sum, { removed, added }) => sum + removed.length + added.length, 0) ?? 0
  return (
    <details
      open={isOpenFirst && count > 0 && count <= LINES_SHOWN}
      className="border-t border-line py-1"
      data-file={path}
    >
      <summary className="cursor-pointer">
        <span className="num">{path}</span>{' '}
        <span className="text-quiet">
          {[WORDS[is], lines ? counted(count, 'line') : 'not compared by lines'].filter(Boolean).join(', ')}
        </span>
      </summary>
      <div className="num overflow-x-auto whitespace-pre">
        {lines
          ?.flatMap(({ line, removed, added }) => [
            ...removed.map((text, at) => <Line key={`- ${line} ${at}`} sign="−" text={text} />),
            ...added.map((text, at) => <Line key={`+ ${line} ${at}`} sign="+" text={text} line={line + at} />),
          ])
          .slice(0, LINES_SHOWN)}
      </div>
      {count > LINES_SHOWN && <p className="text-quiet">and {counted(count - LINES_SHOWN, 'more line')}</p>}
    </details>
  )
}

const Line = ({ sign, text, line }: { sign: string; text: string; line?: number }) => (
  <div className={sign === '−' ? 'text-quiet' : ''}>
    <span className="mr-2 inline-block w-8 text-right text-quiet">{line}</span>
    <span aria-label={sign === '+' ? 'now' : 'before'}>{sign}</span> {text}
  </div>
)
