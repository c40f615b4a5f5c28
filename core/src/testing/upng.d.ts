declare module 'upng-js' {
  interface Decoded {
    readonly width: number
    readonly height: number
    readonly tabs: { readonly acTL?: { readonly num_plays: number } }
    readonly frames: readonly { readonly delay: number }[]
  }
  const UPNG: {
    decode(bytes: ArrayBufferLike): Decoded
    /** RGBA of every picture, laid on the one before as the file says. */
    toRGBA8(decoded: Decoded): ArrayBuffer[]
  }
  export default UPNG
}
