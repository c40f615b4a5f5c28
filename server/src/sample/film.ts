import { corrie } from './corrie'
import { ferry } from './ferry'
import { gull } from './gull'
import { leap } from './leap'
import { lime } from './lime'
import { mist } from './mist'
import type { SampleScene } from './sample'
import { slack } from './slack'
import { speaks } from './speaks'
import { tansy } from './tansy'
import { walk } from './walk'

export const SAMPLE_FILM: readonly SampleScene[] = [lime, tansy, corrie, leap, walk, mist, speaks, ferry, slack, gull]
