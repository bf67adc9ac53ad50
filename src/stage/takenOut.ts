/** Why a case is not read that is not there any more. */
export const TAKEN_OUT = 'its own code took the case out of the page'
