import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { ROUTES } from '@/contract'
import type { Film } from '@/core/scenario'
import type { Ready } from '../editing'
import { call } from '../live'

/** A film with the pictures of another; as it is, where that one went otherwise. */
export function sharpened(film: Film, sharp: Film): Film {
  const momentsOf = ({ frames }: Film) => JSON.stringify(frames.map(({ at, step, isEnd }) => [at, step, isEnd]))
  return momentsOf(film) === momentsOf(sharp) ? { ...film, frames: sharp.frames } : film
}

interface Played {
  scenario: number
  film: Film
  /** What the sheet said when it was played. */
  text: string
}

/** Plays scenarios of the sheet as it is being edited. */
export function usePlay(library: string, slug: string, { definition, texts }: Ready, chosen: number) {
  const [played, setPlayed] = useState<Played>()
  const text = texts[definition.file] ?? ''
  const { mutate, isPending, error } = useMutation({
    mutationFn: async (index: number): Promise<Played> => ({
      scenario: index,
      text,
      film: await call(ROUTES.play, { library, slug }, { given: { index, texts } }),
    }),
    onSuccess: (next, index) => {
      setPlayed(next)
      // It is looked at as it is; sharper pictures come as soon as there are any.
      void call(ROUTES.play, { library, slug }, { given: { index, texts, isSharp: true } }).then(
        (sharp) => setPlayed((now) => (now === next ? { ...next, film: sharpened(next.film, sharp) } : now)),
        () => {}, // then it stays as it is
      )
    },
  })
  const film = played?.scenario === chosen ? played.film : undefined
  return { play: mutate, isPlaying: isPending, error, film, isStale: film !== undefined && played?.text !== text }
}
