import { encodedMap, TraceMap, type EncodedSourceMap } from '@jridgewell/trace-mapping'
import { pathOfAddress } from './addresses'
import type { CompiledComponent } from './compileComponent'
import type { StylePlaces } from './stylePlaces'

/** A compiled component as it goes between processes: maps as plain data. */
export interface SentCompiled extends Omit<CompiledComponent, 'places'> {
  places: [url: string, places: Omit<StylePlaces, 'map'> & { map?: EncodedSourceMap }][]
}

export const sentCompiled = ({ places, ...rest }: CompiledComponent): SentCompiled => ({
  ...rest,
  places: [...places].map(([url, { map, ...own }]) => [url, { ...own, ...(map && { map: encodedMap(map) }) }]),
})

export const receivedCompiled = ({ places, ...rest }: SentCompiled): CompiledComponent => ({
  ...rest,
  places: new Map(places.map(([url, { map, ...own }]) => [url, { ...own, map: map && new TraceMap(map) }])),
})

/** The author's files that a compiled component's styles come from. */
export const styleFilesOf = ({ places }: CompiledComponent): string[] => [
  ...new Set(
    [...places.values()].flatMap(({ file, map }) => [
      file,
      ...(map?.sources ?? []).flatMap((each) => (each ? [pathOfAddress(each)] : [])),
    ]),
  ),
]
