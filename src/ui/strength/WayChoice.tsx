import type { StrengthWay } from '@/core/breaks'
import { Choice } from '../editing'

/** Chooses how thoroughly components are broken. */
export const WayChoice = ({ way, onWay }: { way: StrengthWay; onWay(way: StrengthWay): void }) => (
  <Choice
    label="What is broken"
    value={way}
    options={[
      ['quick', 'Cases'],
      ['full', 'Cases and scenarios'],
    ]}
    onChoose={(chosen) => onWay(chosen as StrengthWay)}
  />
)
