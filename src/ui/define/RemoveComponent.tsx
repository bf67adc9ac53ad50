'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import { Confirm } from '../frame'
import { call } from '../live'
import { Act } from './Act'

/** Removes the component that is open, and goes to the library, where that can be undone. */
export function RemoveComponent({
  library,
  slug,
  name,
  folder,
}: {
  library: string
  slug: string
  name: string
  folder?: string | undefined
}) {
  const router = useRouter()
  const [problem, setProblem] = useState<string>()
  const remove = () =>
    call(ROUTES.removeComponent, { library, slug }).then(
      () => router.push(`/${library}?removed=${encodeURIComponent(slug)}`),
      (error: Error) => setProblem(error.message),
    )
  return (
    <Act problem={problem}>
      <Confirm action="Remove" label={`Remove ${name}`} title={`Remove ${name}?`} onConfirm={() => void remove()}>
        It leaves the library. Its revisions and its runs are kept: it can be brought back.{' '}
        {folder === undefined
          ? 'Files that no other component uses go with it.'
          : `Its sheet is deleted in ${folder}; its code stays.`}
      </Confirm>
      <span className="ml-2 text-quiet">this component from the library</span>
    </Act>
  )
}
