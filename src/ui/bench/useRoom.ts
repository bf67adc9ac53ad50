import { useEffect, useState, type RefObject } from 'react'

// The bar above the component, and the code under it.
const BESIDES = 290
const LEAST = 260

/** How high the component's place is on a bench that fills what it stands in, in px; undefined on one that does not. */
export function useRoom(box: RefObject<HTMLElement | null>, fills: 'window' | 'place' | undefined): number | undefined {
  const [height, setHeight] = useState<number>()
  useEffect(() => {
    const place = fills === 'window' ? document.documentElement : box.current?.parentElement
    if (!fills || !place) return setHeight(undefined)
    const measure = () => setHeight(Math.max(LEAST, place.clientHeight - BESIDES))
    const observer = new ResizeObserver(measure)
    observer.observe(place)
    return () => observer.disconnect()
  }, [box, fills])
  return height
}
