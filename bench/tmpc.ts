import { controlTimes } from './bench'
console.log(await controlTimes(200))
