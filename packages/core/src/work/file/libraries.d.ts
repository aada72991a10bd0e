declare module 'brotli/decompress.js' {
  /** Unpacks a Brotli stream; `size` is how long what comes out is. */
  export default function decompress(bytes: Uint8Array, size?: number): Uint8Array
}
