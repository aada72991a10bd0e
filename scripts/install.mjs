// Installs what is missing: packages where the lock file changed since the last install.
import { execSync, spawn } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'

export const run = (command, options = {}) => execSync(command, { stdio: 'inherit', ...options })

export function installPackages() {
  const installed = 'node_modules/.package-lock.json'
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync('package-lock.json').mtimeMs) return
  process.stdout.write('Installing packages …\n')
  // Not `npm ci`: where the registry leaves out packages of other systems the lock file does too, and it refuses what is right here.
  run('npm install --no-save --no-audit --no-fund --loglevel=error')
}

export const chromium = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium-headless-shell'

/** Debian's Chromium for the browser tests, with the readers of PDFs, XML and e-books that they use (the last brings Java). */
export async function installForTests() {
  const missing = [
    [chromium, 'chromium-headless-shell'],
    ['/usr/bin/qpdf', 'qpdf'],
    ['/usr/bin/pdftotext', 'poppler-utils'],
    ['/usr/bin/xmllint', 'libxml2-utils'],
    ['/usr/bin/epubcheck', 'epubcheck'],
  ]
    .filter(([file]) => !existsSync(file))
    .map(([, name]) => name)
  if (missing.length === 0) return
  process.stdout.write(`Installing ${missing.join(', ')} …\n`)
  const sudo = process.getuid?.() === 0 ? '' : 'sudo -n '
  const install = `${sudo}apt-get update -qq && ${sudo}env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends ${missing.join(' ')}`
  const status = await new Promise(resolve => spawn(install, { shell: true, stdio: 'inherit' }).on('close', resolve).on('error', resolve))
  if (status === 0) return
  process.stderr.write(
    `\nThe tests need ${missing.join(', ')}. They could not be installed here.\nInstall them yourself (on Debian: apt-get install ${missing.join(' ')}), or set CHROMIUM_PATH to a Chromium.\n`,
  )
  process.exit(1)
}
