import { context, fill, set } from './change'
import { drag } from './drag'
import { focus } from './focus'
import { press, type } from './keyboard'
import { eventually, expect, throughout } from './looking'
import { click, doubleClick, hover, leave, tap } from './pointer'
import { scroll } from './scroll'
import { settle, wait } from './wait'

/** Every step of a scenario, in the order in which they are offered. */
export const STEP_LIST = [
  click,
  doubleClick,
  tap,
  hover,
  leave,
  focus,
  press,
  type,
  drag,
  scroll,
  set,
  fill,
  context,
  wait,
  settle,
  expect,
  eventually,
  throughout,
] as const
