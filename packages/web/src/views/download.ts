/** Hands a file to the browser to keep. */
export function download(bytes: Uint8Array | Blob, type: string, name: string): void {
  const address = URL.createObjectURL(bytes instanceof Blob ? bytes : new Blob([bytes as Uint8Array<ArrayBuffer>], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}
