import { shallowRef } from 'vue'

/** An act of the desk that was asked for elsewhere: done once the desk is there. */
export const wantedAct = shallowRef<string>()
