import { causeText, type PictureGroup, type PictureResult } from '../picture'
import type { ComponentReport } from './reportSchema'

/** What a run found of a component's pictures. */
export interface PictureTally {
  results: readonly PictureResult[]
  /** Those that changed, by what made them change. */
  groups: readonly PictureGroup[]
  /** Where they were taken. */
  rig: string
  /** Cases of which a picture is approved, and that are gone. */
  gone: readonly string[]
}

const NONE: ComponentReport['pictures'] = { compared: 0, same: 0, changed: 0, new: 0 }

/** @param near a path as seen from the component's folder */
export function picturesReport(
  tally: PictureTally | undefined,
  near: (file: string) => string,
): ComponentReport['pictures'] {
  if (!tally) return NONE
  const { results, groups, gone } = tally
  const of = (verdict: PictureResult['verdict']) => results.filter((each) => each.verdict === verdict)
  const [fresh, elsewhere, same] = [of('new'), of('other rig'), of('same').length]
  const compared = results.length - fresh.length - elsewhere.length
  return {
    compared,
    same,
    changed: compared - same,
    new: fresh.length,
    ...(elsewhere.length > 0 && { otherRig: elsewhere.length }),
    ...(fresh.length > 0 && { newCases: fresh.map(({ key }) => key) }),
    ...(gone.length > 0 && { gone: [...gone] }),
    ...(groups.length > 0 && {
      groups: groups.map(({ causes, changes, pictures }) => ({
        causes: causes.map((cause) => {
          const lines = cause.kind === 'line' && {
            ...(cause.before && {
              before: { ...cause.before, file: near(cause.before.file), path: cause.before.file },
            }),
            ...(cause.after && { after: { ...cause.after, file: near(cause.after.file), path: cause.after.file } }),
          }
          return { text: causeText(cause), ...lines }
        }),
        readings: changes.map((each) => ({ ...each })),
        pictures: pictures.map(pictureReport),
      })),
    }),
  }
}

type Group = NonNullable<ComponentReport['pictures']['groups']>[number]

const pictureReport = ({
  key,
  verdict,
  picture,
  reference,
  by,
  boxes,
  share,
  largest,
}: PictureResult): Group['pictures'][number] => ({
  case: key,
  verdict: verdict as Group['pictures'][number]['verdict'],
  picture,
  ...(reference && { approved: reference.picture }),
  ...(by && { by }),
  ...(boxes && { boxes }),
  ...(share !== undefined && { share }),
  ...(largest !== undefined && { largest }),
})
