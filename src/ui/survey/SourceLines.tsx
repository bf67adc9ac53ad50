'use client'

import { useQuery } from '@tanstack/react-query'
import { Popover } from 'radix-ui'
import { ROUTES } from '@/contract'
import { call } from '../live'

const AROUND = 4

/** A place in one of the library's files; opened, it shows the lines around it. */
export function SourceLines({ library, file, line }: { library: string; file: string; line: number }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="num min-h-6 text-left break-all underline decoration-line-strong underline-offset-2">
        {file.slice(file.lastIndexOf('/') + 1)}:{line}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="floating max-w-[min(640px,90vw)] p-2"
          side="left"
          sideOffset={84}
          aria-label={`${file}, line ${line}`}
        >
          <Lines library={library} file={file} line={line} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function Lines({ library, file, line }: { library: string; file: string; line: number }) {
  const { data, error } = useQuery({
    queryKey: ['file', library, file],
    queryFn: () => call(ROUTES.file, { library }, { query: { path: file } }),
  })
  if (error) return <p className="text-miss">{error.message}</p>
  if (!data) return <p className="text-quiet">Loading …</p>
  const first = Math.max(1, line - AROUND)
  const lines = data.text.split('\n').slice(first - 1, line + AROUND)
  return (
    <>
      <p className="mb-1 text-quiet">{file}</p>
      <pre className="num overflow-auto leading-snug break-words whitespace-pre-wrap">
        {lines.map((text, at) => (
          <div key={at} className={first + at === line ? 'bg-pick font-semibold' : ''}>
            <span className="inline-block w-8 pr-2 text-right text-quiet select-none">{first + at}</span>
            {text || ' '}
          </div>
        ))}
      </pre>
    </>
  )
}
