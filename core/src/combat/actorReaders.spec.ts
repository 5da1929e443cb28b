import type { DocumentError } from '../model/documentError.js';
import { fightEvents, fighter, planOfFight, type Fight } from '../testing/fights.js';
import { compileDrill } from './drill.js';

/** What the runtime's own readers refuse of actors, statuses, events and drills, each at its place: they have no schemas beside them. */

type Json = Record<string, unknown>;

const statuses = [{ id: 'burning', label: 'burning' }];

function said(attempt: () => unknown): string {
  try {
    attempt();
    return 'taken';
  } catch (error) {
    const { path, expected } = error as DocumentError;
    return `${path}: ${expected}`;
  }
}
const refusedBy = (fight: Fight): string => said(() => planOfFight({ statuses, stops: { still: 0.1 }, ...fight }));

const disc = { shape: 'disc', length: 60 };
const contact = { event: 'blow', reach: disc };
const move = { id: 'swing', windUp: 0.2, contacts: [contact], recovery: 0.3 };
const zone = { id: 'z', shape: disc };
const actor = (more: Json): string => refusedBy({ actors: [fighter('m', undefined, more)] });
const ofMove = (more: Json): string => actor({ moves: [{ ...move, ...more }] });
const ofContact = (more: Json): string => ofMove({ contacts: [{ ...contact, ...more }] });
const ofZone = (more: Json): string => actor({ zones: [{ ...zone, ...more }] });
const status = (more: Json): string => refusedBy({ statuses: [{ id: 'burning', label: 'burning', ...more }] });
const event = (harm: Json): string => refusedBy({ events: [{ ...fightEvents[0], harm }] });

const plan = planOfFight({ actors: [fighter('m', undefined, { moves: [move], ranks: [{}, {}] }), fighter('b')], stops: { still: 0.1 } });
const drill = (more: Json): string =>
  said(() =>
    compileDrill(
      { id: 'd', length: 4, actors: [{ id: 'm', actor: 'm', place: { x: 0, y: 0 } }], script: [], ...more },
      ['drills', 0],
      plan,
    ),
  );
const cast = (more: Json): string => drill({ actors: [{ id: 'm', actor: 'm', place: { x: 0, y: 0 }, ...more }] });
const act = (more: Json): string => drill({ acts: [{ at: 1, who: 'm', ...more }] });

const groups: Readonly<Record<string, readonly (readonly [found: () => string, expected: string])[]>> = {
  'an actor': [
    [() => actor({}), 'taken'],
    [() => actor({ kinds: 'weevil' }), 'actors[0].kinds: expected at most 16 texts, found "weevil"'],
    [() => actor({ kinds: Array(17).fill('x') }), 'actors[0].kinds: expected at most 16 texts'],
    [() => actor({ kinds: Array(16).fill('x') }), 'taken'],
    [() => actor({ kinds: [7] }), 'actors[0].kinds[0]: expected'],
    [() => actor({ expires: 'rain' }), 'actors[0].expires: expected an event of the project, found "rain"'],
    [() => actor({ expires: 'burst' }), 'taken'],
    [() => actor({ untouched: 'no' }), 'actors[0].untouched: expected true or false, found "no"'],
    [() => actor({ turnRate: 0.5 }), 'actors[0].turnRate: expected a number from 1'],
    [() => actor({ lives: 0 }), 'actors[0].lives: expected a number from 0.001'],
    [() => actor({ resists: { ember: -1 } }), 'actors[0].resists.ember: expected a number from 0 to 100'],
    [() => actor({ radius: -1 }), 'actors[0].radius: expected a number from 0'],
    [() => actor({ ranks: [{ scale: 0 }] }), 'actors[0].ranks[0].scale: expected a number from 0.01 to 100'],
    [() => actor({ ranks: [{}, { health: 0 }] }), 'actors[0].ranks[1].health: expected a number from 0.001'],
    [() => actor({ ranks: [{ speed: -1 }] }), 'actors[0].ranks[0].speed: expected a number from 0'],
    [() => actor({ health: { most: 10, start: 11 } }), 'actors[0].health.start: expected a number from 0.001 to 10'],
    [() => actor({ health: { most: 10, falls: 'rain' } }), 'actors[0].health.falls: expected an event of the project, found "rain"'],
    [() => actor({ health: { most: 10, returns: 'rain' } }), 'actors[0].health.returns: expected an event of the project, found "rain"'],
    [() => actor({ health: { most: 10, cannotFall: 1 } }), 'actors[0].health.cannotFall: expected true or false, found 1'],
  ],
  'a move': [
    [() => ofMove({}), 'taken'],
    [() => actor({ moves: [move, move] }), 'actors[0].moves[1].id: expected an id of its own, "swing" is taken'],
    [
      () => ofMove({ into: [{ move: 'kick' }] }),
      'actors[0].moves[0].into[0].move: expected a move of the same actor (swing), found "kick"',
    ],
    [() => ofMove({ into: [{ move: 'swing', from: -1 }] }), 'actors[0].moves[0].into[0].from: expected a number from 0'],
    [() => ofMove({ lunge: { distance: 9, from: 0.2, to: 0.2 } }), 'lunge.to: expected an end after it begins at 0.2, found 0.2'],
    [() => ofMove({ lunge: { distance: 9, from: 0.2, to: 0.6 } }), 'lunge.to: expected an end within the 0.5 s of its move, found 0.6'],
    [() => ofMove({ lunge: { distance: 9, from: 0.2, to: 0.5 } }), 'taken'],
    [() => ofMove({ status: 'stunned' }), 'status: expected a status of the project (burning), found "stunned"'],
    [() => ofMove({ sequence: 'song' }), 'sequence: expected a sequence of the project, found "song"'],
    [() => ofMove({ holds: 1 }), 'holds: expected true or false, found 1'],
    [() => ofMove({ walks: 'yes' }), 'walks: expected true or false, found "yes"'],
    [() => ofMove({ windUp: -1 }), 'windUp: expected a number from 0'],
    [() => ofContact({ event: 'rain' }), 'contacts[0].event: expected an event of the project, found "rain"'],
    [() => ofContact({ spares: 'friends' }), 'contacts[0].spares: expected nobody or own side, found "friends"'],
    [() => ofContact({ sequence: 'song' }), 'contacts[0].sequence: expected a sequence of the project, found "song"'],
    [() => ofContact({ reach: { shape: 'cone' } }), 'contacts[0].reach.shape: expected one of arc, thrust, disc, found "cone"'],
    [() => ofContact({ reach: { shape: 'arc', length: 9, from: 0 } }), 'contacts[0].reach.to: expected a number'],
    [() => ofContact({ reach: { shape: 'thrust', length: 9, angle: 0 } }), 'contacts[0].reach.width: expected a number'],
    [() => ofContact({ payload: { colour: 1 } }), 'contacts[0].payload.colour: expected a field of the event "blow"'],
  ],
  'a zone': [
    [() => ofZone({}), 'taken'],
    [() => ofZone({ enters: 'rain' }), 'actors[0].zones[0].enters: expected an event of the project, found "rain"'],
    [() => ofZone({ leaves: 'rain' }), 'actors[0].zones[0].leaves: expected an event of the project, found "rain"'],
    [
      () => ofZone({ stays: { event: 'rain', every: 1 } }),
      'actors[0].zones[0].stays.event: expected an event of the project, found "rain"',
    ],
    [() => ofZone({ stays: { every: 1 } }), 'actors[0].zones[0].stays.event: expected an event of the project, found nothing'],
    [() => ofZone({ stays: { event: 'burst', every: 0 } }), 'actors[0].zones[0].stays.every: expected a number from 0.05'],
    [() => ofZone({ kinds: 'weevil' }), 'actors[0].zones[0].kinds: expected at most 16 texts, found "weevil"'],
    [() => ofZone({ sides: Array(17).fill('x') }), 'actors[0].zones[0].sides: expected at most 16 texts'],
    [() => ofZone({ status: 'stunned' }), 'actors[0].zones[0].status: expected a status of the project (burning), found "stunned"'],
    [() => ofZone({ shape: { shape: 'star' } }), 'actors[0].zones[0].shape.shape: expected disc or box, found "star"'],
    [() => ofZone({ once: 'yes' }), 'actors[0].zones[0].once: expected true or false, found "yes"'],
  ],
  'a status': [
    [() => status({}), 'taken'],
    [() => status({ stacking: 'pile' }), 'statuses[0].stacking: expected one of '],
    [() => status({ onFall: 'goes' }), 'statuses[0].onFall: expected ends or stays, found "goes"'],
    [() => status({ onFall: 'stays' }), 'taken'],
    [() => status({ prevents: ['singing'] }), 'statuses[0].prevents[0]: expected one of '],
    [() => status({ most: 1.5 }), 'statuses[0].most: expected a whole number, found 1.5'],
    [() => status({ most: 0 }), 'statuses[0].most: expected a number from 1'],
    [() => status({ length: 0 }), 'statuses[0].length: expected a number from 0.001'],
    [() => status({ cues: { start: 'song' } }), 'statuses[0].cues.start: expected a sequence of the project, found "song"'],
    [() => status({ cues: { end: 'song' } }), 'statuses[0].cues.end: expected a sequence of the project, found "song"'],
    [() => status({ ticks: { every: 1, event: 'rain' } }), 'statuses[0].ticks.event: expected an event of the project, found "rain"'],
    [
      () => status({ ticks: { every: 1, event: 'back', rate: 1 } }),
      'statuses[0].ticks.event: expected an event that harms, "back" does not say its harm',
    ],
  ],
  'what an event harms by': [
    [() => event({ value: 'damage', kindField: 'kind' }), 'taken'],
    [() => event({ value: 'kind' }), 'events[0].harm.value: expected a number field of the event "blow" (damage), found "kind"'],
    [() => event({ value: 'damage', kindField: 'damage' }), 'events[0].harm.kindField: expected a kind field of the event "blow" (kind)'],
    [
      () => event({ value: 'damage', kind: 'ember', kindField: 'kind' }),
      'events[0].harm.kind: expected a kind of its own or that of a field, found both',
    ],
    [() => event({ value: 'damage', kind: 4 }), 'events[0].harm.kind: expected'],
  ],
  'a drill': [
    [() => drill({}), 'taken'],
    [() => drill({ length: 0 }), 'drills[0].length: expected a number from 0.1 to 3600'],
    [() => cast({ actor: 'pip' }), 'drills[0].actors[0].actor: expected an actor of the project, found "pip"'],
    [() => cast({ rank: 3 }), 'drills[0].actors[0].rank: expected a number from 1 to 2'],
    [() => cast({ rank: 2 }), 'taken'],
    [() => cast({ facing: 0 }), 'drills[0].actors[0].facing: expected 1 or -1, found 0'],
    [() => cast({ health: 21 }), 'drills[0].actors[0].health: expected a number from 0.001 to 20'],
    [() => cast({ place: { x: 'a', y: 0 } }), 'drills[0].actors[0].place.x: expected'],
    [() => drill({ script: [{ at: 1, event: 'rain' }] }), 'drills[0].script[0].event: expected an event of the project, found "rain"'],
    [() => drill({ script: [{ at: 1, event: 'blow', target: 'x' }] }), 'drills[0].script[0].target: expected an actor of the drill'],
    [
      () =>
        drill({
          length: 3600,
          script: Array.from({ length: 11 }, () => ({ at: 0, event: 'back', repeat: { count: 10_000, every: 0.01 } })),
        }),
      'drills[0].script: expected at most 100000 events with their repeats, found 110000',
    ],
    [() => act({ do: 'sing' }), 'drills[0].acts[0].do: expected one of move, let-go, walk, approach, keep-away, orbit, launch, stop, turn'],
    [() => act({ do: 'stop', who: 'x' }), 'drills[0].acts[0].who: expected an actor of the drill (m), found "x"'],
    [() => act({ do: 'move', move: 'kick' }), 'drills[0].acts[0].move: expected a move of the actor "m" (swing), found "kick"'],
    [() => act({ do: 'move', move: 'swing', toward: 'x' }), 'drills[0].acts[0].toward: expected one of m, found "x"'],
    [() => act({ do: 'walk', points: [] }), 'drills[0].acts[0].points: expected at least one place, found none'],
    [() => act({ do: 'approach', whom: 'x', within: 1 }), 'drills[0].acts[0].whom: expected one of m, found "x"'],
    [() => act({ do: 'keep-away', whom: 'm', beyond: -1 }), 'drills[0].acts[0].beyond: expected a number from 0'],
    [() => act({ do: 'orbit', whom: 'm', distance: 0 }), 'drills[0].acts[0].distance: expected a number from 1'],
    [() => act({ do: 'turn', facing: 2 }), 'drills[0].acts[0].facing: expected 1 or -1, found 2'],
    [() => act({ do: 'launch', actor: 'pip' }), 'drills[0].acts[0].actor: expected an actor of the project'],
  ],
};

describe('what reads who fights refuses', () => {
  for (const [what, rows] of Object.entries(groups))
    it(`${what}, at its place, with what was expected`, () => {
      for (const [found, expected] of rows) {
        if (expected === 'taken') expect(found()).withContext(String(found)).toBe(expected);
        else expect(found()).withContext(String(found)).toContain(expected);
      }
    });
});
