/**
 * How large an archive may be, packed and unpacked, in bytes, and how many files it may hold. Lines pack to a
 * sixth or so: what would swell by far more than that, beyond `plain` bytes, is no scene.
 */
export const ARCHIVE_LIMITS = {
  packed: 128 * 1024 * 1024,
  unpacked: 512 * 1024 * 1024,
  files: 40_000,
  swell: 40,
  plain: 16 * 1024 * 1024,
} as const
