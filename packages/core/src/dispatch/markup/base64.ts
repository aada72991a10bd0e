/** Bytes as text of base 64 (RFC 4648, 4). */
export function base64Of(bytes: Uint8Array): string {
  let text = ''
  // A call takes so many arguments and no more.
  for (let at = 0; at < bytes.length; at += 0x2000) text += String.fromCharCode(...bytes.subarray(at, at + 0x2000))
  return btoa(text)
}

export const bytesOfBase64 = (text: string): Uint8Array => Uint8Array.from(atob(text), sign => sign.charCodeAt(0))
