import { customAlphabet } from 'nanoid'

/** Ids the scene document accepts: letters and digits only, long enough never to meet by chance. */
export const freshId = customAlphabet('0123456789abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ', 12)
