// npm test: installs what is missing, then types, lint, build, unit tests and browser tests. The last line counts them all.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { installForTests, installPackages } from './install.mjs'

// Two registries, side by side.
const readers = installForTests()
installPackages()
await readers
rmSync('test-results', { recursive: true, force: true })
mkdirSync('test-results', { recursive: true })

// Programs that are installed here are found by their names.
process.env.PATH = `${path.resolve('node_modules/.bin')}${path.delimiter}${process.env.PATH}`

let passed = 0
let failed = 0
/** What failed, by name: told again at the end, where it is read. */
const wrong = []
/** A step that is right or wrong as a whole. What it says is told when it ends: others run beside it. */
const step = (name, command) =>
  new Promise(resolve => {
    const said = []
    const child = spawn(command, { shell: true, stdio: ['ignore', 'pipe', 'pipe'] })
    for (const stream of [child.stdout, child.stderr]) stream.on('data', part => said.push(part))
    child.on('close', status => {
      process.stdout.write(`\n── ${name}\n${Buffer.concat(said)}`)
      if (status === 0) passed++
      else {
        failed++
        wrong.push(name)
      }
      resolve(status === 0)
    })
  })
/** Runs a program to its end, whatever becomes of it: what it found is read from its report. */
const run = (program, args, stdio, timeout) =>
  new Promise(resolve => {
    const child = spawn(program, args, { stdio, timeout })
    child.on('error', resolve)
    child.on('close', resolve)
  })
const count = (file, read) => {
  if (!existsSync(file)) {
    failed++
    wrong.push(`${file} was not written`)
    return
  }
  const [good, bad, names] = read(JSON.parse(readFileSync(file, 'utf8')))
  passed += good
  failed += bad
  wrong.push(...names)
}

// Unit tests call the command line. What comes before the browser tests is made ready beside them: they leave some of the processors free.
const commandLine = step('build of the command line', 'vite build packages/cli --logLevel error')
const checks = step('types', 'npm run -s types').then(() => step('lint and import directions', 'biome check .'))
await commandLine
const application = step('build of the application', 'vite build packages/web --logLevel error')
const ready = Promise.all([application, checks]).then(async ([built]) => {
  if (!built) return false
  await step('seed of the browser tests', 'node --import ./scripts/typescript.mjs e2e/makeSeedAlone.ts')
  // They read hundreds of files in TypeScript, which are kept compiled.
  await run('playwright', ['test', '--list', '--reporter=line'], 'ignore')
  return true
})
process.stdout.write('\n── unit tests\n')
// One that does not come to its end is a failure, and is told as one.
await run('npm', ['run', '-s', 'unit', '--', '--json', '--outputFile=test-results/unit.json'], 'inherit', 15 * 60_000)
count('test-results/unit.json', report => [
  report.numPassedTests,
  report.numFailedTests + report.numRuntimeErrorTestSuites,
  report.testResults.flatMap(({ name, assertionResults }) =>
    assertionResults.filter(({ status }) => status === 'failed').map(({ fullName }) => `${name}: ${fullName}`),
  ),
])
/** Titles of the browser tests that failed, of a suite and those in it. */
const failedIn = ({ file, specs = [], suites = [] }) => [
  ...specs.filter(({ ok }) => !ok).map(({ title }) => `${file}: ${title}`),
  ...suites.flatMap(failedIn),
]
if (await ready) {
  process.stdout.write('\n── browser tests\n')
  await run('playwright', ['test'], 'inherit')
  count('test-results/e2e.json', ({ stats, errors, suites }) => [
    stats.expected,
    stats.unexpected + stats.flaky + errors.length,
    suites.flatMap(failedIn),
  ])
}
if (wrong.length > 0) process.stdout.write(`\nfailed:\n${wrong.map(name => `  ${name}\n`).join('')}`)
process.stdout.write(`\ntests: ${passed} passed, ${failed} failed\n`)
process.exitCode = failed > 0 || passed === 0 ? 1 : 0
