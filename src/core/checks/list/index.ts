import type { CheckKind } from '../defineCheck'
import { checkbox, switchCheck } from './toggled'
import { alert } from './alert'
import { combobox } from './combobox'
import { dialog } from './dialog'
import { disclosure } from './disclosure'
import { menuButton } from './menuButton'
import { mixedCheckbox } from './mixedCheckbox'
import { radio } from './radio'
import { slider } from './slider'
import { tabs } from './tabs'
import { tooltip } from './tooltip'

/** From the ARIA Authoring Practices Guide: the patterns' roles, states, keys and ways of the focus. */
export const CHECK_KINDS: readonly CheckKind[] = [
  checkbox,
  mixedCheckbox,
  switchCheck,
  radio,
  tabs,
  disclosure,
  combobox,
  tooltip,
  alert,
  dialog,
  slider,
  menuButton,
]
