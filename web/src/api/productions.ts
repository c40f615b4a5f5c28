import type { ProductionEdit } from '@unhurried/core'
import * as contract from '@unhurried/core/api'
import { call } from './client'

export interface SentProductionEdit {
  readonly id: string
  readonly edit: ProductionEdit
}

/** What a production has beside its scenes: apart from the rest, since the shelf needs none of it. */
export const productionsApi = {
  read: (production: string) => call(contract.readProduction, { params: { production } }),
  keep: (production: string, edits: readonly SentProductionEdit[]) =>
    call(contract.keepProduction, { params: { production }, body: { edits: [...edits] } }),
}
