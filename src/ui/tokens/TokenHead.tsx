'use client'

import { useState } from 'react'
import type { TokenRow } from '@/contract'
import { pathFault } from '@/core/tokens'
import { counted } from '@/core/words'
import { CloseButton, TextField } from '../editing'
import { Confirm } from '../frame'

export interface TokenHeadProps {
  row: TokenRow
  /** @returns what is wrong with it; undefined when it is done */
  onRename(to: string): Promise<string | undefined>
  onRemove(): Promise<string | undefined>
  onClose(): void
}

/** A token's name, to be changed with all that uses it, and what it is. */
export function TokenHead({ row, onRename, onRemove, onClose }: TokenHeadProps) {
  const [problem, setProblem] = useState<string>()
  const { path, type, deprecated, description, uses } = row
  return (
    <header className="border-b border-line px-3 py-2">
      <div className="flex items-center gap-2">
        <TextField
          label="Name of the token"
          value={path}
          check={pathFault}
          className="num min-w-0 flex-1 font-semibold"
          onDone={(to) => void onRename(to).then(setProblem)}
        />
        <Confirm
          action="Delete"
          label={`Delete ${path}`}
          title={`Delete ${path}?`}
          onConfirm={() => void onRemove().then(setProblem)}
        >
          {uses.length === 0
            ? 'Nothing uses it.'
            : `${counted(uses.length, 'use')} of it will lead nowhere. Rules that name it cannot be judged then.`}{' '}
          It can be undone.
        </Confirm>
        <CloseButton label="Close the token" onClose={onClose} />
      </div>
      {problem !== undefined && (
        <p role="alert" className="whitespace-pre-wrap text-miss">
          {problem}
        </p>
      )}
      <h2 className="sr-only">{path}</h2>
      <p className="text-quiet">
        {type}
        {deprecated !== undefined && ` · deprecated${deprecated === 'true' ? '' : `: ${deprecated}`}`}
      </p>
      {description && <p>{description}</p>}
    </header>
  )
}
