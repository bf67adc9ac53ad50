import { useCallback, useState } from 'react'
import type { BoardModel } from '@/contract'
import { parseCaseKey } from '@/core/matrix'
import { printPlacement, readPlacement, type Placement } from '../board'
import { ZOOMS } from './zooms'

interface Address {
  placement: Placement
  zoom: number
  isAll: boolean
  /** The token on whose colour cases stand. */
  ground: string | undefined
  selectedKey: string | undefined
  /** The conditions of the cases that are selected, one below the other. */
  conditions: readonly string[]
}

/** The view's settings, kept in the address so that a reload or a link brings them back. */
export function useAddress(model: BoardModel, query: string) {
  const [state, setState] = useState((): Address => {
    const given = new URLSearchParams(query)
    const key = given.get('case') ?? undefined
    const zoom = ZOOMS.find(([value]) => String(value) === given.get('zoom'))?.[0] ?? 1
    // A case that the address names is shown, whatever is held.
    const placement = readPlacement(given, model.space)
    const isAll = given.get('cases') === 'all'
    const ground = given.get('ground') ?? undefined
    return {
      ...{ placement, zoom, isAll, ground },
      conditions: given.getAll('where'),
      selectedKey: key && Object.keys(parseCaseKey(key)).length > 0 ? key : undefined,
    }
  })
  const change = useCallback((next: Partial<Address>) => {
    setState((now) => {
      const then = { ...now, ...next }
      const written = new URLSearchParams(printPlacement(then.placement))
      if (then.zoom !== 1) written.set('zoom', String(then.zoom))
      if (then.isAll) written.set('cases', 'all')
      if (then.ground !== undefined) written.set('ground', then.ground)
      if (then.selectedKey !== undefined) written.set('case', then.selectedKey)
      for (const condition of then.conditions) written.append('where', condition)
      history.replaceState(history.state, '', `?${written}`)
      return then
    })
  }, [])
  return {
    ...state,
    place: useCallback((placement: Placement) => change({ placement }), [change]),
    setAll: useCallback((isAll: boolean) => change({ isAll }), [change]),
    setZoom: useCallback((zoom: number) => change({ zoom }), [change]),
    setConditions: useCallback((conditions: readonly string[]) => change({ conditions }), [change]),
    setGround: useCallback((ground: string | undefined) => change({ ground }), [change]),
    select: useCallback((selectedKey: string | undefined) => change({ selectedKey }), [change]),
  }
}
