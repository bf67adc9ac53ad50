/** Browsers stand ready from one test to the next, as in a server from one run to the next. */
import { emptyShelves, keepWarm } from '@/runner'
import { closeAtEnd } from './shared'

keepWarm()
closeAtEnd(emptyShelves)
