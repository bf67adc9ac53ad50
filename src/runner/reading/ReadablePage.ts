import type { ReadingStage } from '@/stage'
import type { PageNodes } from './PageNodes'

/** What reading needs of a page: one with many cases that stand together, or one with the case that a scenario acts on. */
export interface ReadablePage {
  readonly nodes: PageNodes
  read(...given: Parameters<ReadingStage['read']>): Promise<ReturnType<ReadingStage['read']>>
  probe(...given: Parameters<ReadingStage['probe']>): Promise<ReturnType<ReadingStage['probe']>>
}
