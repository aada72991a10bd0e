/**
 * Somebody writes, and the browser is killed at a random moment, as a power cut would. What was said to be saved is there afterwards, whole
 * and in order; of what was typed after that as much as came to be kept, and no half of anything.
 */
import { type ChildProcess, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { asSeen, coarsely } from '../e2e/chromium.ts'

const flags = [...asSeen.args, coarsely, '--headless', '--remote-debugging-port=0', '--window-size=1280,800']

const wait = (milliseconds: number): Promise<void> => new Promise(resolve => setTimeout(resolve, milliseconds))

/** A browser of its own, on a profile that outlives it. */
class Victim {
  private readonly process: ChildProcess
  private readonly profile: string

  constructor(profile: string) {
    this.profile = profile
    rmSync(path.join(profile, 'DevToolsActivePort'), { force: true })
    // A group of its own, so that every one of its processes is killed in the same moment.
    this.process = spawn(asSeen.executablePath, [...flags, `--user-data-dir=${profile}`, 'about:blank'], {
      detached: true,
      stdio: 'ignore',
    })
  }

  async page(): Promise<Page> {
    const told = path.join(this.profile, 'DevToolsActivePort')
    for (let i = 0; i < 300 && !(existsSync(told) && readFileSync(told, 'utf8').includes('\n')); i++) await wait(50)
    const [port] = readFileSync(told, 'utf8').split('\n')
    const browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`)
    const context = browser.contexts()[0]!
    const page = context.pages()[0] ?? (await context.newPage())
    // The application is not kept for use without its server. A route for that would have every request pass through here.
    await page.addInitScript(() => {
      navigator.serviceWorker.register = () => Promise.reject(new Error('No service worker here.'))
    })
    return page
  }

  async kill(): Promise<void> {
    if (this.process.exitCode !== null || this.process.signalCode !== null) return
    const gone = new Promise(resolve => this.process.once('exit', resolve))
    if (this.process.pid !== undefined) process.kill(-this.process.pid, 'SIGKILL')
    await gone
  }
}

/** The words that were written whole, as numbers in order; the one at which it was killed may stand there in part. */
const numbersIn = (text: string): number[] => [...text.matchAll(/w(\d+);/g)].map(found => Number(found[1]))

export interface Killed {
  kills: number
  /** Words that are there in the end. */
  words: number
  /** How many of them were said to be saved before a kill, and how many were kept though it had not been said yet. */
  said: number
  more: number
}

interface Killing {
  /** Where the application is. */
  address: string
  rounds: number
  /** Gives numbers from 0 to 1. */
  random: () => number
  /** What is done before the application is opened for the first time. */
  prepare?: (page: Page) => Promise<void>
}

/** Throws where something is lost. */
export async function kill({ address, rounds, random, prepare }: Killing): Promise<Killed> {
  const profile = mkdtempSync(path.join(os.tmpdir(), 'ledger-killed-'))
  let work = ''
  let next = 1
  /** The last word that was said to be saved. */
  let committed = 0
  let said = 0
  let more = 0
  try {
    for (let round = 0; round <= rounds; round++) {
      const victim = new Victim(profile)
      try {
        const page = await victim.page()
        if (!work) {
          await prepare?.(page)
          await page.goto(address)
          await page.getByRole('button', { name: 'Begin a paper' }).click({ timeout: 60_000 })
          await page.waitForURL(/\/work\/[^/]+\//)
          work = new URL(page.url()).pathname
        } else await page.goto(new URL(work, address).href)
        const line = page.locator('.division.open p').last()
        await line.waitFor({ timeout: 60_000 })
        await page.locator('.foot', { hasText: 'Saved' }).waitFor({ timeout: 60_000 })
        const found = numbersIn((await line.textContent()) ?? '')
        found.forEach((number, index) => {
          if (number !== index + 1) throw new Error(`Round ${round}: word ${index + 1} is not where it was: ${found.slice(-9).join(' ')}`)
        })
        if (found.length < committed)
          throw new Error(`Round ${round}: ${committed} words were said to be saved, ${found.length} are there.`)
        more += found.length - committed
        committed = found.length
        next = found.length + 1
        if (round === rounds) break
        await line.click()
        // A hand goes from the mouse to the keys: what is tried here is storage, not a cursor moved twice within a frame.
        await wait(150)
        await page.keyboard.press('Control+End')
        const before = committed
        committed = await typeUntilKilled(page, victim, next, committed, round % 2 === 0, random)
        said += committed - before
      } finally {
        await victim.kill().catch(() => {})
      }
    }
    return { kills: rounds, words: committed, said, more }
  } finally {
    // A process of the last browser may write a moment longer.
    await wait(300)
    rmSync(profile, { recursive: true, force: true, maxRetries: 5 })
  }
}

/**
 * Types words with pauses as people make them, and kills the browser in between; the last word that was said to be saved before. The moment is
 * counted from the first word, or from the first of them that is said to be saved: a slow machine may not come to that before a moment of the
 * other kind, and then nothing is tried of what was saved.
 */
async function typeUntilKilled(
  page: Page,
  victim: Victim,
  first: number,
  committed: number,
  afterSaving: boolean,
  random: () => number,
): Promise<number> {
  let said = committed
  let alive = true
  let hearSaid = (): void => {}
  const somethingSaid = new Promise<void>(resolve => {
    hearSaid = resolve
  })
  // What stood in the text a while before the foot said that all is saved, is saved: the foot is drawn a frame later than the text.
  page.on('console', message => {
    const [, number] = /^said to be saved: (\d+)$/.exec(message.text()) ?? []
    if (!number) return
    said = Math.max(said, Number(number))
    if (said > committed) hearSaid()
  })
  const watching = page
    .evaluate(async () => {
      for (;;) {
        const text = [...document.querySelectorAll('.division.open p')].at(-1)?.textContent ?? ''
        const last = Number([...text.matchAll(/w(\d+);/g)].at(-1)?.[1] ?? 0)
        await new Promise(resolve => setTimeout(resolve, 60))
        await new Promise(requestAnimationFrame)
        const foot = document.querySelector('.foot [aria-busy="false"]')?.textContent ?? ''
        if (foot.startsWith('Saved')) console.log(`said to be saved: ${last}`)
      }
    })
    .catch((error: Error) => {
      // The page goes with its browser; anything else is a fault of this program, which would then see no loss.
      if (alive) throw error
    })
  const typing = (async () => {
    for (let number = first; alive; number++) {
      await page.keyboard.type(`w${number}; `, { delay: 90 })
      if (random() < 0.3) await wait(random() * 700)
    }
  })().catch(() => {})
  // Where nothing is ever said to be saved, what is counted in the end tells of it.
  if (afterSaving) await Promise.race([somethingSaid, new Promise(resolve => setTimeout(resolve, 20_000).unref())])
  await wait(afterSaving ? random() * 700 : 150 + random() * 1500)
  alive = false
  await victim.kill()
  await Promise.all([typing, watching])
  return said
}
