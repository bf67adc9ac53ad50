import type { ReaderStage } from '@/stage'
import type { PageNodes } from './PageNodes'

/** What reading needs of a page: one with many cases that stand together, or one with the case that a scenario acts on. */
export interface ReadablePage {
  readonly nodes: PageNodes
  read(...given: Parameters<ReaderStage['read']>): Promise<ReturnType<ReaderStage['read']>>
  probe(...given: Parameters<ReaderStage['probe']>): Promise<ReturnType<ReaderStage['probe']>>
}
