import type { CheckKind } from '../defineCheck'
import { checkbox, switchCheck } from './toggled'
import { alert } from './alert'
import { button } from './button'
import { combobox } from './combobox'
import { dialog } from './dialog'
import { disclosure } from './disclosure'
import { menuButton } from './menuButton'
import { mixedCheckbox } from './mixedCheckbox'
import { radio } from './radio'
import { slider } from './slider'
import { status } from './status'
import { tabs } from './tabs'
import { textField } from './textField'
import { tooltip } from './tooltip'

/**
 * From the ARIA Authoring Practices Guide: the patterns' roles, states, keys and ways of the focus. Those whose signs other
 * patterns show too come last.
 */
export const CHECK_KINDS: readonly CheckKind[] = [
  switchCheck,
  mixedCheckbox,
  checkbox,
  radio,
  tabs,
  combobox,
  menuButton,
  tooltip,
  dialog,
  slider,
  alert,
  disclosure,
  textField,
  status,
  button,
]
