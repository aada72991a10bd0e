/// <reference types="vite/client" />
declare module '*.ttf?url' {
  const address: string
  export default address
}
