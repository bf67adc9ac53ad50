import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { libraryExistsSchema, takenLibrarySchema } from '@/contract'
import { Refusal, requestJson } from '../live'

/** A zip whose name another library has. */
export interface Clash {
  zip: { path: string; file: File }
  name: string
  isLinked: boolean
}

/** Takes libraries in from zips. Where another one has the name it waits to be told what to do. */
export function useZip(onProblem: (problem: string | undefined) => void) {
  const router = useRouter()
  const [clash, setClash] = useState<Clash>()
  const take = async (zip: Clash['zip'], as?: 'state' | 'new') => {
    setClash(undefined)
    onProblem(undefined)
    try {
      const query = new URLSearchParams({ name: zip.path, ...(as && { as }) })
      // A zip goes as it is: it is no JSON.
      const answer = await requestJson(`/api/libraries?${query}`, { method: 'POST', body: zip.file })
      router.push(`/${takenLibrarySchema.parse(answer).id}`)
    } catch (error) {
      const told = error instanceof Refusal ? libraryExistsSchema.safeParse(error.body) : undefined
      if (told?.success) setClash({ zip, ...told.data.exists })
      else onProblem((error as Error).message)
    }
  }
  return { take, clash, cancel: () => setClash(undefined) }
}
