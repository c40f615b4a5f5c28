import type { CopiedChart } from '@unhurried/core'
import { shallowRef } from 'vue'

/** The chart copied on this page last, to be laid over other spans. */
export const copiedChart = shallowRef<CopiedChart>()
