import { onDesk, thing, word, type Where } from './where'

const FRAME = onDesk(thing('frame'))
const SOUND = onDesk(thing('frame'), word('Sound …'))
const BEATS = onDesk(thing('frame'), word('Beats, holds …'))

const EXPOSED: readonly Where[] = [
  {
    ...{ lives: 'Draw, this frame', guide: 'sheet', doing: FRAME },
    things: {
      'Expose on': [
        'Hold a drawing on so many frames',
        'hold frame, frame duration, freeze frame, hold, moving hold, on twos, on ones, threes',
      ],
      'Put in a drawing': 'new drawing, add frame, blank frame',
      'Show again':
        'reuse drawing, repeat drawing, use again, instance of a drawing, same drawing, replace drawing, swap drawings, drawing substitution',
      'Copy drawing': ['Copy a drawing', 'duplicate drawing, duplicate frame, clone drawing'],
      'Leave empty': 'blank, empty frame, clear exposure, stop showing',
      breakdown: [
        'Role of a drawing: key, breakdown, inbetween',
        'key, extreme, breakdown, inbetween, passing position, key pose, mark as key',
      ],
      'Take the drawing out': 'delete drawing, remove drawing, delete frame',
      'Move onto another level': ['Move a drawing onto another level', 'move drawing to layer, move frame to layer'],
      'A note to this drawing': 'drawing note, comment on drawing, feedback, review notes',
      'Expose each drawing': 'expose on twos, timing pattern, set exposure, stretch exposure, step frames',
      'Fill with them': ['Fill with the chosen drawings', 'fill frames, repeat to fill, fill selection'],
      'Make it last': [
        'Retime the chosen frames',
        'retime, time stretch, time remap, scale frames, speed up, slow down, change duration',
      ],
      Turns: ['Repeat the chosen frames as a cycle', 'loop frames, repeat frames, cycle, loop count'],
      Reverse: ['Reverse the chosen frames', 'reverse frames, play backwards, backwards'],
      'There and back': ['The chosen frames there and back', 'ping pong, boomerang, back and forth, yoyo'],
      Copy: ['Copy the chosen frames', 'copy frames, copy exposure'],
      Cut: ['Cut the chosen frames', 'cut frames'],
      Paste: ['Paste frames', 'paste frames, paste drawing, paste exposure'],
      'As they are': ['Copy the chosen drawings on after them', 'duplicate frames, copy frames after, clone frames'],
      'Sides exchanged': [
        'Copy the chosen drawings on, sides exchanged',
        'mirror drawings, flip drawings, second half of a walk, mirror frames, swap sides',
      ],
      'Plan a motion': [
        'Plan a motion from this frame',
        'animation presets, motion presets, behaviours, generate animation',
      ],
    },
  },
  {
    ...{ lives: 'Draw, this frame', guide: 'sheet', doing: FRAME, when: 'the chosen frames are a cycle' },
    things: {
      'Write it out': ['Write a cycle out', 'break cycle, bake cycle, expand loop, unlink, make unique'],
    },
  },
  {
    ...{ lives: 'Draw, beats and holds', guide: 'sheet', doing: BEATS },
    things: {
      'Beats a minute': 'bpm, tempo, metronome, click track, rhythm',
      'Tap along': ['Tap the tempo along', 'tap tempo, find the tempo'],
      'Rule beats from frame': ['Rule beats on the sheet', 'beat grid, beat markers, music marks, bars, markers'],
      'Take the rules away': 'remove beats, clear markers',
      'Put the keys of': ['Put keys on the beats', 'put the keys of, keys on beats, sync to music, on the beat'],
      'Hold the opening for': ['Hold the opening', 'hold the opening for, pause at the start'],
      'Make the scene exactly that long': [
        'Make the scene as long as its cycles',
        'make the scene exactly that long, common multiple',
      ],
      'Frames of opening hold': 'opening hold, start hold, pause at the start, lead in, pre roll',
    },
  },
]
const PAGE_BELOW: Where = {
  ...{ lives: 'Draw, this frame', guide: 'paper', doing: FRAME, when: 'a page lies below the drawing' },
  things: { 'Take the page away': 'remove scan, delete scan' },
}
const PRACTISED: Where = {
  ...{ lives: 'Draw, an exercise', guide: 'practice', doing: onDesk(), when: 'something is practised' },
  things: {
    'The law': ['The law of an exercise', 'the law, show solution, formula'],
    'Measure it': 'check my exercise',
  },
}
const HEARD: readonly Where[] = [
  {
    ...{ lives: 'Draw, sounds', guide: 'sound', doing: SOUND },
    things: {
      'Bring in a sound':
        'import audio, add music, import sound, mp3, wav, soundtrack, dialogue, voice over, foley, sound effect',
      'Record from the microphone':
        'record voice, microphone, voice recording, narration, scratch track, from the stand-in, stop and keep it',
    },
  },
  {
    ...{ lives: 'Draw, sounds', guide: 'sound', doing: SOUND, when: 'the scene has a sound' },
    things: {
      'heard while flipping': ['Sounds are heard while flipping', 'scrub audio, audio scrubbing, sound scrubbing'],
      'note it': ['A note on a sound', 'note it, sound marker, accent marker, mark a beat'],
      mute: ['Mute a sound', 'mute, silence, turn sound off, take out, remove sound'],
      'Strength of': ['Strength of a sound', 'volume, gain, loudness, quieter, louder'],
      'Seconds over which': [
        'A sound rises or dies away',
        'fade in, fade out, fade, audio fade, fade sound, crossfade',
      ],
      'Second of its file': ['Cut a sound', 'trim audio, split clip, cut sound, crop sound'],
      'begin at': ['A sound begins at this frame', 'move sound, offset audio, sync sound, audio offset'],
      'words and mouths': [
        'Words and mouths of a sound',
        'lip sync, mouth chart, phonemes, dialogue, visemes, speech, lay the mouths on a level of their own, by their letters, take the words out, free, subtitles, import subtitles, srt, vtt',
      ],
    },
  },
]
const ON_CHART: readonly Where[] = [
  {
    ...{ lives: 'Draw, chart', guide: 'charts', doing: onDesk(), when: 'an inbetween of a chart is here' },
    things: { favour: ['Favour one of its two drawings', 'favour, closer to one, bias, weight an inbetween'] },
  },
  {
    ...{ lives: 'Draw, chart', guide: 'charts', doing: onDesk(), when: 'what is drawn was measured' },
    things: {
      'Take it over as a plan': ['Take the measured chart over as a plan', 'measured spacing, chart from drawings'],
    },
  },
]
const CHARTED = 'the frame lies in a chart'
const LADDER: readonly Where[] = [
  {
    ...{ lives: 'Draw, chart', guide: 'charts', doing: onDesk(), when: CHARTED },
    things: {
      'Put in a mark': ['Put a mark into the chart', 'add inbetween, another inbetween, more inbetweens, add tick'],
      'Space it anew': [
        'Space the chart anew',
        'spacing, respace, easing, ease, slow in, slow out, cushion, spacing curve, linear',
      ],
      'Take the chart out': 'delete chart, remove chart',
    },
  },
  {
    ...{ lives: 'Draw, chart', guide: 'charts', doing: onDesk(), when: 'the chart goes by a law' },
    things: { 'Snap to halves': ['Snap the chart to halves', 'halves, round spacing, half of half'] },
  },
  {
    ...{ lives: 'Draw, next on the pegs', guide: 'charts', doing: onDesk(), when: 'an inbetween is on the paper' },
    things: {
      'Guide this inbetween': [
        'Guide this inbetween',
        'auto inbetween, automatic inbetweening, generate inbetweens, auto tween, interpolate drawings',
        'tween drawings, ai inbetween, blend drawings',
      ],
      'Match by hand': ['Match lines of a guide by hand', 'stroke matching, correspondence, pair lines, fix matching'],
      'Take as rough ink': ['Take a guide as rough ink', 'accept inbetween, use guide as drawing, bake guide'],
    },
  },
]

/** What is done with frames and drawings, sounds and charts. */
export const SHEET: readonly Where[] = [...EXPOSED, PAGE_BELOW, PRACTISED, ...HEARD, ...LADDER, ...ON_CHART]
