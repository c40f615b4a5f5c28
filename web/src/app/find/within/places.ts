import { onPlace, onShelf, thing, word, type Where } from './where'

const SCENE: Where = {
  ...{ lives: 'This scene', guide: 'shelf', doing: onPlace('draw', thing('scene')) },
  things: {
    'Name of the scene': 'rename scene, project name, rename project, title',
    'Colour of the paper': 'background colour, paper colour, canvas colour, bg colour, transparent background',
    'Change the size': [
      'Size of the scene',
      'canvas size, resize canvas, crop canvas, crop, resolution, aspect ratio, image size, dpi',
      'document size, 4k, hd, 1080p, 16:9, widescreen, square format, portrait, dimensions, drawings grow along, keep their size, make it',
    ],
    'in cells': ['Draw in cells: sprites', 'pixel art, sprite mode, no anti-aliasing, pixel grid, 8-bit, pixel mode'],
    Approach: [
      'Approach: straight ahead, pose to pose',
      'straight ahead, pose to pose, every drawing a key, workflow, way of working',
    ],
    'New drawings on': [
      'New drawings on ones, twos, threes',
      'default exposure, shoot on twos, animate on ones, default hold',
    ],
    'The scene ends': [
      'Where the scene ends',
      'scene end, auto length, fixed length, where its drawings do, at its length',
    ],
    'Cover on the shelf': 'poster frame, cover picture, thumbnail, preview picture, shows frame, the first again, not',
    'Drawing numbers': 'frame numbering, numbering, number by frame, by frame',
  },
}
const PLAN = onPlace('plan')
const PLANNED: readonly Where[] = [
  {
    ...{ lives: 'Plan', guide: 'planners', doing: PLAN },
    things: {
      Length: [
        'Length of the scene',
        'scene length, duration, number of frames, add time, trim scene, end frame, seconds, feet',
      ],
      Rate: [
        'Rate: frames a second',
        'frame rate, fps, frames per second, 24 fps, 12 fps, change frame rate, speed, play speed, change the rate, keep the frames, keep the seconds, leave it at',
      ],
      'Renumber its drawings': 'renumber, rename drawings',
      'Add a level on top': 'new layer, add layer, create layer, insert layer, another layer',
      'Beats, opening hold, cycles': 'beats, line up cycles, sync cycles, common loop length',
    },
  },
  {
    ...{ lives: 'Plan', guide: 'planners', doing: PLAN, when: 'the frame is empty' },
    things: {
      'Put a key at frame': ['Put a key at this frame', 'add keyframe, key pose, pose, new pose, storytelling pose'],
    },
  },
  {
    ...{ lives: 'Plan, chart', guide: 'charts', doing: PLAN, when: 'the frame lies between two keys with no chart' },
    things: {
      'Lay this chart': [
        'Lay a chart between two keys',
        'timing chart, spacing chart, timing, charts, ladder, arrange inbetweens, back to the chart that is here',
      ],
      Spacing: [
        'Spacing of a chart: by halves, thirds or a law',
        'halves, thirds, easing, ease, slow in, slow out, cushion, easing curve, curves, linear',
      ],
      Exposure: ['Exposure of a chart', 'on ones, on twos, on threes, exposure pattern, mixed exposure'],
      'Nest a chart': [
        'Nest a chart between two drawings of another',
        'sub chart, chart within a chart, partial chart',
      ],
      'Copy it': ['Copy a chart', 'copy timing, reuse timing, copy chart, lay the copied chart here'],
    },
  },
]
const PLANS: readonly Where[] = [
  {
    ...{ lives: 'Plan', guide: 'planners', doing: PLAN, when: 'a drawing is at the frame' },
    things: {
      'Draw it': ['Draw what is planned here', 'draw it, open on the desk'],
      'Take it out': ['Take a drawing off the plan', 'take it out, remove key'],
    },
  },
  {
    ...{ lives: 'Plan', guide: 'planners', doing: PLAN, when: 'a plan is laid' },
    things: {
      'Laid plans': [
        'Plans that are laid: changed, copied, drawn over, taken out',
        'laid plans (, draw over it, copy the plan, take the plan out, put it away, edit a plan',
      ],
    },
  },
]
const LOOKED: readonly Where[] = [
  {
    ...{ lives: 'Second look', guide: 'second-look', doing: onPlace('look'), when: 'something was found' },
    things: {
      'Show on the paper': [
        'A finding on the paper',
        'show on the paper, show error, highlight problem, back to the list',
      ],
      'It is meant': [
        'Answer a finding: it is meant',
        'it is meant, answer, take the answer back, ignore, dismiss, false alarm, false positive, intentional',
      ],
    },
  },
  {
    ...{ lives: 'Second look', guide: 'second-look', doing: onPlace('look'), when: 'an eye was tried in Practice' },
    things: { 'Look for what I cannot see': 'my threshold, what i miss' },
  },
  {
    ...{ lives: 'Second look', guide: 'second-look', doing: onPlace('look') },
    things: {
      'Look again': 'check again, run checks, analyse, inspect',
      Limits: ['Limits of the checks', 'thresholds, tolerance, check settings, sensitivity'],
      'The scene it hands on to': 'next scene, match cut, hook up, continuity, hookup',
      'Findings as CSV': 'export report, report, list of errors',
      'Print them': ['Print the findings', 'print report, print findings, retake list'],
      'What is followed': [
        'Graphs of what is followed',
        'velocity, speed graph, motion graph, graph, spacing graph, curves, acceleration',
      ],
      'Spacing as a table': 'spacing numbers, pixels per frame, measure spacing',
      'Size as a table': 'volume graph, area graph, measure size',
    },
  },
  {
    ...{ lives: 'Second look, limits', guide: 'second-look', doing: onPlace('look', word('Limits …')) },
    things: {
      'Fit them to finished scenes': [
        'Fit the limits to finished scenes',
        'learn limits, calibrate checks, train on my scenes, try the limits on, take over',
      ],
    },
  },
]
const TIMED: readonly Where[] = [
  {
    ...{ lives: 'Takes', guide: 'takes', doing: onPlace('takes') },
    things: {
      'New take from this': [
        'New take',
        'alternate timing, new version, duplicate timeline, try another timing, variation, time it on the desk',
      ],
      'Lay it beside': ['Lay takes beside each other', 'compare versions, side by side, a b compare'],
      'Play in step': ['Play takes in step', 'play side by side, compare takes, sync playback'],
      'Earlier versions':
        'version history, history, undo history, recover, crash recovery, snapshot, revert, show earlier steps',
    },
  },
]
const PUT_AWAY: readonly Where[] = [
  {
    ...{ lives: 'Takes', guide: 'takes', doing: onPlace('takes'), when: 'there is more than one take' },
    things: {
      'Make it the main take': 'main take, default timing, use this timing',
      'Put away': ['Put a take away, or bring it back', 'bring it back, hide take, delete take'],
    },
  },
  {
    ...{ lives: 'Drawer', guide: 'shelf', doing: { is: 'page', name: 'drawer' }, when: 'something lies in the drawer' },
    things: {
      'Bring back': ['Bring something back from the drawer', 'bring back, undelete, restore scene, recover scene'],
      'Gone now': ['Let something be gone now', 'gone now, delete forever, empty trash, permanently delete'],
    },
  },
]
const COUNTED: readonly Where[] = [
  {
    ...{ lives: 'Log', guide: 'log', doing: onPlace('log') },
    things: {
      'Pause counting': 'pause timer, stop tracking, stopwatch',
      'Write work in': ['Write work in that was done away', 'add hours, log hours, manual time entry, work on paper'],
      'Log as CSV': 'export timesheet, export hours, invoice',
      'Forget all': ['Forget all that was counted', 'delete log, clear statistics, privacy'],
      'What is left': [
        'What is left to draw',
        'remaining drawings, drawing count, quota, to do, todo list, how many drawings',
      ],
      'When it is done': 'deadline, schedule, due date, forecast, delivery date',
      'What a change costs': 'cost, budget, redraw cost, price of a change, put them on the list to be mended',
      Days: ['Days that were counted', 'take this day out, days, work history'],
      'Days off': 'calendar, holidays, weekends',
      Rest: ['Rest: when one is suggested', 'break reminder, take a break, rsi, pomodoro, health'],
    },
  },
]
const out = (format: string) => onPlace('hand-over', thing(`format ${format}`))
const HANDED_OVER: readonly Where[] = [
  {
    ...{ lives: 'Hand over, CSV', guide: 'film', doing: out('csv') },
    things: {
      'Read a sheet back in': 'import exposure sheet, import x-sheet, import csv, load dope sheet',
    },
  },
  {
    ...{ lives: 'Hand over, GIF', guide: 'film', doing: out('gif') },
    things: {
      Size: ['Size of what goes out', 'export size, scale output, export resolution, smaller file, compress'],
      'Goes round': ['How often it goes round', 'loop count, gif loop, loop forever, play once, over and over'],
      Over: [
        'Over the paper, or over nothing: transparent',
        'transparent background, transparency, alpha channel, no background, export transparent, nothing (transparent)',
      ],
      'First frame': [
        'Frames that go out',
        'export range, frame range, export selection, part of the scene, in and out points, all of them',
      ],
      'how it was made': [
        'A film of how it was made',
        'time lapse, timelapse, speedpaint, process video, recording, making of',
      ],
    },
  },
]
const WHEN_PRINTED: readonly Where[] = [
  {
    ...{ lives: 'Hand over, moving WebP', guide: 'film', doing: out('webp') },
    things: {
      Pixels: ['Every pixel exact, or a smaller file', 'nearly so, a smaller file, compression, lossless, quality'],
    },
  },
  {
    ...{ lives: 'Hand over', guide: 'film', doing: onPlace('hand-over'), when: 'a film lies under the paper' },
    things: { 'stay here': ['Films under the paper go along or stay here', 'go along, export footage'] },
  },
  {
    ...{ lives: 'Hand over, PDF', guide: 'film', doing: out('pdf') },
    things: { Paper: ['Paper the sheet is printed on', 'a4, us letter, paper size, page size'] },
  },
  {
    ...{ lives: 'Hand over, sprites', guide: 'film', doing: out('sprites') },
    things: {
      'Trimmed and packed': [
        'How sprites lie on their sheet',
        'trimmed and packed, all of one size, powers of two, sprite packing, padding, texture size, sprite spacing',
      ],
    },
  },
]
const PAGES_IN: readonly Where[] = [
  {
    ...{ lives: 'Paper in', guide: 'paper', doing: onPlace('paper'), when: 'pages are brought in' },
    things: {
      'As what': [
        'What pages become: lines, shapes, pictures',
        'lines, shapes, pictures, in colour, vectorize, lay in, trace scan',
      ],
      'page stays below': ['The page stays below what was traced', 'page stays below, keep scan'],
      'by their numbers': ['Pages laid by their numbers', 'by their numbers, file numbers, numbered stills'],
      'as a boil': ['Pages laid as a boil', 'as a boil, boiling line'],
      'Turn it half round': ['Turn a page', 'turn it half round, rotate scan, upside down'],
      'Cut apart': ['Cut a page apart', 'cut apart, one drawing a page, several drawings on a page, contact strip'],
      'Lay it as it was found': ['Lay a page as it was found', 'lay it as it was found, align scan, registration'],
    },
  },
]
const BROUGHT_IN: readonly Where[] = [
  {
    ...{ lives: 'Paper in', guide: 'paper', doing: onPlace('paper') },
    things: {
      'Bring in pages': 'scan, import drawings, import image sequence, import psd, import png, vectorize',
      'Camera on a stand':
        'webcam, capture, shoot drawings, stop motion capture, line test, document camera, take this page, close the camera, the stand-in',
      'Print pegged sheets to draw on': 'animation paper, peg holes, print paper, registration, peg bar, template',
    },
  },
  {
    ...{ lives: 'Lettering', guide: 'lettering', doing: onPlace('lettering') },
    things: {
      'Type words': 'text, add text, font, typography, title card, credits, caption, subtitle, lay it on',
      'Follow the lines': 'write on, draw on effect, line reveal, trim path, self drawing, begin anew',
    },
  },
  {
    ...{ lives: 'Lettering', guide: 'lettering', doing: onPlace('lettering'), when: 'the way of the pen is laid' },
    things: { Runner: ['A runner ahead of the lettering', 'light along a line, running light, follow path'] },
  },
]
const SHELVED: readonly Where[] = [
  {
    ...{ lives: 'Shelf', guide: 'shelf', doing: onShelf() },
    things: {
      'Find scenes': ['Find a scene', 'search, find a scene, scene list, filter scenes, show the next of'],
      'To draw': ['Scenes with something to draw', 'unfinished scenes, what to do next, work list'],
      'To mend': ['Scenes with something to mend', 'retakes, fixes, corrections, notes to fix'],
      'Bring in': ['Bring in an archive', 'import project, open archive, import scene, load, open, restore backup'],
      'New production': 'new film, new folder, new series, show, folder, new episode',
      'Set up a new scene': 'new project, new file, new animation, new shot',
    },
  },
  {
    ...{ lives: 'Shelf, a production', guide: 'shelf', doing: onShelf(thing('production acts')) },
    things: {
      'Name of this production': 'rename film, rename production, rename folder',
      'Copy with its scenes': ['Copy a production', 'duplicate production, copy project, duplicate folder'],
      'All of it as an archive': [
        'A whole production as an archive',
        'export production, batch export, download everything, save a copy, upload, project backup',
      ],
      'Put away with its scenes': ['Put a production away', 'archive production, delete folder, delete production'],
      'Move up': ['Move a production up', 'sort productions, order of productions, move down'],
    },
  },
  {
    ...{ lives: 'Shelf, a scene’s card', guide: 'shelf', doing: onShelf(thing('scene acts')) },
    things: {
      'with its drawings': [
        'Copy a scene with its drawings',
        'duplicate scene, copy scene, save as, save a copy, duplicate project',
      ],
      'the set-up alone': ['Copy a scene’s set-up alone', 'template, copy settings, new from template'],
      'Put away': ['Put a scene away', 'archive scene, delete scene, close project, trash'],
      Forget: ['Forget a scene', 'delete scene, delete project, remove scene'],
      earlier: ['Move a scene on the shelf', 'reorder scenes, sort scenes'],
    },
  },
  {
    ...{ lives: 'Shelf, a scene’s card', guide: 'shelf', doing: onShelf(thing('scene acts')) },
    when: 'there is another production',
    things: {
      'Into another production': [
        'Move a scene into another production',
        'move scene, move to folder, change production',
      ],
    },
  },
]
const reel = (...words: string[]) => onShelf(thing('reel'), ...words.map(word))
const FILMED: readonly Where[] = [
  {
    ...{ lives: 'Reel', guide: 'reel', doing: reel() },
    things: {
      'Put in a scene': ['Put a scene on the reel', 'add shot, insert clip, add clip, edit film, join scenes'],
      'Story pictures': ['Story pictures on the reel', 'storyboard, storyboard panel, import storyboard, boards'],
      Black: ['A hold on black', 'black frame, fade to black, gap, pause'],
      'Look at the cuts': 'check cuts, continuity, jump cut, hook ups, measure again, a move goes on',
      'Hand over': [
        'Hand over the reel',
        'export film, render film, edit decision list, edl, otio, contact sheet, render queue',
      ],
      'Change this one': [
        'Name and rate of a reel',
        'change this one, copy it, for another cut, take it off, reel settings',
      ],
      'Over and over': ['Play the reel over and over', 'over and over, loop film'],
      'New reel': 'put all scenes on a reel, begin with an empty one, new edit, new timeline, another cut',
      'Frame of the reel': ['Go to a frame of the reel', 'scrub film, playhead, timecode'],
    },
  },
  {
    ...{
      lives: 'Reel, a shot',
      guide: 'reel',
      doing: onShelf(thing('reel'), thing('shot')),
      when: 'a shot is on the reel',
    },
    things: {
      'First frame shown': ['Trim the beginning of a shot', 'trim shot, trim clip, in point, cut shot, take out, shot'],
      'Last frame shown': ['Trim the end of a shot', 'out point, trim end'],
      'Comes in over': [
        'A shot comes in over the one before',
        'cross dissolve, dissolve, transition, crossfade, mix, fade between scenes, wipe, without it',
      ],
    },
  },
  {
    ...{ lives: 'Library', guide: 'library', doing: onShelf(thing('library')) },
    things: {
      'Name of a new entry': [
        'Put someone into the library',
        'new character, add character, add prop, asset, rig, puppet, model pack, put it in, take off, library entry',
      ],
    },
  },
  {
    ...{ lives: 'Library', guide: 'library', doing: onShelf(thing('library')), when: 'someone is in the library' },
    things: {
      'Name of a new colour': [
        'Colours of someone in the library',
        'change it everywhere, in the library alone, take it out, add these, colours of a picture',
      ],
      'A limit of its own': ['Limits of someone in the library', 'as everywhere, own limits'],
      'Name of a new landmark': 'character landmarks, shared landmarks',
      'Scene its mouths are drawn in': ['Mouths of someone in the library', 'none, mouth set, mouth library'],
    },
  },
  {
    ...{ lives: 'Practice', guide: 'practice', doing: { is: 'page', name: 'practising' } },
    things: {
      'First steps': 'getting started, tour, welcome, introduction, onboarding, tips, first steps, twenty minutes',
      'The eye': ['The eye: see what differs', 'eye training, train my eye, quiz'],
      'Practice as CSV': 'export progress, my scores',
    },
  },
]

/** What is done on the places beside the desk. */
export const ON_PLACES: readonly Where[] = [
  SCENE,
  ...PLANNED,
  ...PLANS,
  ...LOOKED,
  ...TIMED,
  ...PUT_AWAY,
  ...COUNTED,
  ...HANDED_OVER,
  ...WHEN_PRINTED,
  ...PAGES_IN,
  ...BROUGHT_IN,
  ...SHELVED,
  ...FILMED,
]
