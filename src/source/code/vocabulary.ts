const LOOKS = /^(variant|appearance|kind|tone|intent|color|colour|size|shape|weight|emphasis|status|severity|level)$/
const STATES =
  /^(is-)?(disabled|loading|busy|checked|indeterminate|selected|active|current|pressed|open|expanded|invalid|error|required|read-?only)$/

/** Whether a prop, by its name in kebab-case, is one of those by which designs tell looks apart. */
export const isLook = (name: string): boolean => LOOKS.test(name)

/** Whether a prop, by its name in kebab-case, says what state a component is in. */
export const isState = (name: string): boolean => STATES.test(name)
