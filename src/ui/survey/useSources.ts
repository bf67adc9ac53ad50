'use client'

import { useMemo } from 'react'
import type { Space } from '@/core/matrix'
import type { Sheet } from '@/core/sheet'
import type { Survey } from '@/core/survey'
import type { Sources } from './Expectation'

/** What fields of rules complete from, as far as it is there. */
export const useSources = (sheet: Sheet | undefined, space: Pick<Space, 'dimensions'>, survey: Survey | undefined) =>
  useMemo(
    (): Sources => ({
      parts: sheet ? Object.keys(sheet.parts) : [],
      dimensions: space.dimensions,
      ...(survey && { survey }),
    }),
    [sheet, space, survey],
  )
