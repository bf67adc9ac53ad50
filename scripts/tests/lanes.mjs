// What is proven together, since it needs the same: a lane's files share what is dear to start.
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { HOME } from '../ensure.mjs'

/**
 * @typedef {object} Lane
 * @property {string} name
 * @property {string} folder where its files stand
 * @property {string[]} [runs] what it runs without importing it: programs of pages, the application, the demo
 * @property {number} parts into how many processes it is divided, one after another or at once
 */

/** @type {readonly Lane[]} */
export const LANES = [
  { name: 'unit', folder: 'src', parts: 2 },
  { name: 'command', folder: 'tests/command', runs: ['src/stage', 'src/cli', 'demo', 'docs'], parts: 2 },
  { name: 'engine', folder: 'tests/engine', runs: ['src/stage', 'demo'], parts: 2 },
  { name: 'interface', folder: 'tests/interface', runs: ['src', 'demo'], parts: 2 },
  { name: 'audit', folder: 'tests/audit', runs: ['src/ui', 'src/app'], parts: 1 },
  { name: 'proofs', folder: 'tests/proofs', runs: ['src/stage', 'src/runner', 'src/queue'], parts: 2 },
]

/** Components on engines that teams use, with packages of their own: `npm run test:foreign`. */
export const FOREIGN = { name: 'foreign', folder: 'tests/foreign', parts: 1 }

const isTest = (path) => /\.test\.tsx?$/.test(path) && !path.includes('node_modules')

/** The test files of a lane, relative to the project. */
export const filesOf = ({ folder }) =>
  readdirSync(join(HOME, folder), { recursive: true })
    .filter(isTest)
    .map((path) => join(folder, path))
    .sort()
