import { viewportIn } from '@/core/contexts'
import type { Case } from '@/core/matrix'
import { othersOf, settingsOf } from '@/core/plan'
import { stepsToReach } from '@/core/scenario'
import type { PlaySetup } from '../PlaySetup'
import { Performer } from './Performer'
import type { PlayLane } from './PlayLane'
import { windowPicture } from './windowPicture'

/** What is seen of a case that real input has brought about. */
export interface Still {
  /** All of the window, as a `data:` address. */
  picture: string
  /** Size of the window, in px. */
  width: number
  height: number
  /** What the component paints, with what it has put elsewhere into the page, in px of the window. */
  extent: { left: number; top: number; width: number; height: number }
}

/** Brings a case about by real input, and takes a picture of it. @throws Error where it cannot be brought about. */
export async function takeStill(lane: PlayLane, setup: PlaySetup, theCase: Case): Promise<Still> {
  const { sheet, library } = setup
  const viewport = viewportIn(theCase.values, setup.viewport)
  const settings = settingsOf(sheet, theCase.values, othersOf(library.sheets))
  const { steps, issues } = stepsToReach(sheet, library, settings)
  const problem = issues[0]?.message ?? settings.problem
  if (problem !== undefined) throw new Error(problem)
  return lane.steadily(setup, async (page) => {
    await Performer.start(page, setup, { ...theCase, settings, profile: 0, judged: true }, steps)
    const { png, outline } = await windowPicture(page)
    const extent = outline ?? (await page.ask('extent'))
    const picture = `data:image/png;base64,${Buffer.from(png).toString('base64')}`
    return { picture, width: viewport.width, height: viewport.height, extent }
  })
}
