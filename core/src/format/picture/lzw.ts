/** Codes have at most so many bits (GIF89a, appendix F). */
const MOST_BITS = 12
const CODES = 1 << MOST_BITS
/** A table of strings, by the string before and the index that follows: a power of two, well above the number of codes. */
const SLOTS = 1 << 14
/** How full tables are used further: while so many codes in a row hold at least this share of what they held before. */
const WINDOW = 512
const WORTH = 0.86

const table = { keys: new Int32Array(SLOTS), codes: new Uint16Array(SLOTS) }

/** Codes one after the other, each in as few bits as it needs, lowest bits first, in blocks of at most 255 bytes. */
class Blocks {
  #bytes = new Uint8Array(1024)
  #length = 0
  #start = -1
  #held = 0
  #bits = 0

  code(code: number, bits: number) {
    this.#held |= code << this.#bits
    this.#bits += bits
    while (this.#bits >= 8) {
      this.#byte(this.#held & 255)
      this.#held >>>= 8
      this.#bits -= 8
    }
  }
  finish(): Uint8Array {
    if (this.#bits > 0) this.#byte(this.#held & 255)
    this.#put(0)
    return this.#bytes.subarray(0, this.#length)
  }
  #byte(byte: number) {
    // The first byte of a block says how long it is.
    if (this.#start < 0 || this.#bytes[this.#start] === 255) {
      this.#start = this.#length
      this.#put(0)
    }
    this.#put(byte)
    this.#bytes[this.#start]!++
  }
  #put(byte: number) {
    if (this.#length === this.#bytes.length) {
      const more = new Uint8Array(2 * this.#length)
      more.set(this.#bytes)
      this.#bytes = more
    }
    this.#bytes[this.#length++] = byte
  }
}

/** Data of a picture, and whether its table of strings was ever full: only then does patience matter. */
export interface Packed {
  readonly bytes: Uint8Array
  readonly full: boolean
}

/**
 * Indexes packed as GIF has them (LZW with codes that grow, Welch 1984; GIF89a, appendix F).
 *
 * @param depth - bits of an index, at least 2
 * @param patient - a full table is used further as long as it serves, else it is begun anew at once
 * @returns the blocks of a picture, without the byte that says the depth, with the empty block at their end
 */
export function packed(indexes: Uint8Array, depth: number, patient: boolean): Packed {
  const blocks = new Blocks()
  const { keys, codes: codeAt } = table
  const clear = 1 << depth
  const { length } = indexes
  let [next, bits] = [clear + 2, depth + 1]
  /** How well a full table serves: indexes held by the codes of one window, and of the best, the filling of the table among them. */
  let [since, codes, best, full] = [0, 0, 0, false]
  keys.fill(-1)
  blocks.code(clear, bits)
  let before = indexes[0]!
  for (let i = 1; i < length; i++) {
    const index = indexes[i]!
    const key = (before << 8) | index
    let slot = (Math.imul(key, 0x9e3779b1) >>> 12) & (SLOTS - 1)
    while (keys[slot] !== -1 && keys[slot] !== key) slot = (slot + 1) & (SLOTS - 1)
    if (keys[slot] === key) {
      before = codeAt[slot]!
      continue
    }
    blocks.code(before, bits)
    before = index
    if (next < CODES) {
      keys[slot] = key
      codeAt[slot] = next
      if (next++ === 1 << bits) bits++
      continue
    }
    full = true
    if (patient && ++codes < WINDOW) continue
    const held = i - since
    best = Math.max(best, held)
    const serves = patient && held >= WORTH * best
    ;[since, codes] = [i, 0]
    if (serves) continue
    blocks.code(clear, bits)
    keys.fill(-1)
    ;[next, bits, best] = [clear + 2, depth + 1, 0]
  }
  blocks.code(before, bits)
  // Whoever reads has one string more by now.
  if (next === 1 << bits && bits < MOST_BITS) bits++
  blocks.code(clear + 1, bits)
  return { bytes: blocks.finish(), full }
}
