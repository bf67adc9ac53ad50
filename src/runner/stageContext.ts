import type { TokenBook } from '@/core/tokens'
import type { StageContext } from '@/stage'

/** What surrounds a case, with the tokens that it has there. @param values of the library's contexts */
export const stageContext = (
  tokens: Pick<TokenBook, 'customProperties'>,
  values: Readonly<Record<string, string>>,
): StageContext => ({
  values: { theme: 'default', ...values },
  properties: tokens.customProperties(values),
})
