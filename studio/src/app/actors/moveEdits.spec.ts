import { actorSchema, type Actor, type EventType, type Sequence } from '@undatio/core';
import { meets, type Reach } from '@undatio/core/internal';
import { effectSpans, gripped, gripsOf, newMove, reshaped, tidySeconds, withContact, within, withNewContact, type Move } from './moveEdits';
import { fieldsOfZone, withNewRank, withNewZone, withRank, withZone, withZoneEvents, zoneReshaped } from './zoneEdits';

const actor: Actor = {
  id: 'm',
  label: 'M',
  role: 'source',
  picture: 'm',
  width: 100,
  height: 80,
  spots: {},
  parts: [],
  poses: {},
};
const events = [
  { id: 'call', label: 'Call', fields: [] },
  { id: 'hit', label: 'Hit', fields: [], harm: { value: 'damage' } },
] as unknown as EventType[];

describe('a move that is edited', () => {
  it('begins as a swing that raises what harms, and is one that can be stored', () => {
    const move = newMove(actor, events);
    expect(move?.contacts[0].event).toBe('hit');
    expect(actorSchema().safeParse({ ...actor, moves: [move] }).success).toBeTrue();
    expect(newMove({ ...actor, moves: move ? [move] : [] }, events)?.id).not.toBe(move?.id);
    expect(newMove(actor, [])).toBeUndefined();
  });

  it('gets another contact after its last, and loses one', () => {
    const move = newMove(actor, events);
    if (!move) throw new Error('there are events');
    const two = withNewContact(move, 'call');
    expect(two.contacts.map(({ after, event }) => [after, event])).toEqual([
      [0, 'hit'],
      [0.22, 'hit'],
    ]);
    expect(withContact(two, 0, undefined).contacts.length).toBe(1);
    expect(withContact(two, 1, { live: 0 }).contacts[1].live).toBe(0);
  });

  const reaches: readonly Reach[] = [
    { shape: 'arc', length: 120, from: -60, to: 200 },
    { shape: 'thrust', length: 150, width: 40, angle: 30 },
    { shape: 'disc', length: 90 },
  ];

  it('is taken hold of where its reach ends, and put back by being let go there', () => {
    for (const reach of reaches)
      for (const { name, place } of gripsOf(reach)) {
        const back = gripped(reach, name, place);
        for (const [field, value] of Object.entries(reach))
          if (typeof value === 'number') expect(back[field as never]).toBeCloseTo(value, 6);
      }
  });

  it('reaches as far as its end is dragged, past half a turn too', () => {
    const longer = gripped(reaches[0], 'to', { x: -200, y: -1 });
    expect(longer).toEqual({ shape: 'arc', length: 200, from: -60, to: 180 });
    expect(gripped(reaches[0], 'from', { x: 0, y: -80 })).toEqual({ shape: 'arc', length: 80, from: -90, to: 200 });
    const thrust = gripped(reaches[1], 'angle', { x: 0, y: 100 });
    // A body there is met by it, and one beside it is not.
    const at = (x: number, y: number): Parameters<typeof meets>[1] => ({ x, y, radius: 0, vx: 0, vy: 0 });
    expect(meets(thrust, at(0, 90), 0)).toBe(0);
    expect(meets(thrust, at(30, 90), 0)).toBeUndefined();
  });

  it('keeps its length and its middle in another shape', () => {
    expect(reshaped(reaches[0], 'thrust')).toEqual({ shape: 'thrust', length: 120, width: 24, angle: 70 });
    expect(reshaped(reaches[1], 'arc')).toEqual({ shape: 'arc', length: 150, from: -30, to: 90 });
    expect(reshaped(reaches[2], 'disc')).toEqual({ shape: 'disc', length: 90 });
  });

  it('shows when the effects of its sequence are on', () => {
    const effects = [
      { id: 'a', kind: 'pose', muted: false, delay: 0.1, duration: 0.4, repeat: { count: 1, every: 0.1 } },
      { id: 'b', kind: 'sound', muted: false, delay: { range: [0.2, 0.3] }, duration: 0, repeat: { count: 3, every: 0.5 } },
      { id: 'c', kind: 'flash', muted: true, delay: 0, duration: 1, repeat: { count: 1, every: 0.1 } },
    ];
    const spans = effectSpans({ effects } as unknown as Sequence, 1);
    expect(spans.map(({ id, from, to }) => [id, tidySeconds(from), tidySeconds(to)])).toEqual([
      ['a', 1.1, 1.5],
      ['b', 1.2, 2.2],
    ]);
  });
});

describe('a move that gets shorter', () => {
  it('takes its lunge and its keys along', () => {
    const long = {
      id: 'm',
      windUp: 1,
      contacts: [],
      recovery: 0.5,
      lunge: { distance: 9, from: 0.9, to: 1.4 },
      keys: [{ at: 0.2 }, { at: 1.5 }],
    } as Move;
    expect(within(long)).toBe(long);
    const short = within({ ...long, windUp: 0.2 });
    expect(short.lunge).toEqual({ distance: 9, from: 0.69, to: 0.7 });
    expect(short.keys).toEqual([{ at: 0.2 }, { at: 0.7 }]);
  });
});

describe('what a zone raises', () => {
  const numbers = (...names: string[]) =>
    names.map((name) => ({ name, label: name, type: 'number' as const, min: 0, max: 9, step: 1, default: 1 }));
  const events = [
    { id: 'burns', label: 'Burns', fields: numbers('damage', 'heat') },
    { id: 'out', label: 'Out', fields: numbers('damage', 'wind') },
    { id: 'other', label: 'Other', fields: numbers('else') },
  ];
  const zone = { id: 'z', shape: { shape: 'disc' as const, length: 9 }, enters: 'burns', leaves: 'out', payload: { damage: 4, wind: 2 } };

  it('has the fields of all its events, each once, and keeps no value that none of them has', () => {
    expect(
      fieldsOfZone(zone, events)
        .map(({ name }) => name)
        .sort(),
    ).toEqual(['damage', 'heat', 'wind']);
    expect(withZoneEvents(zone, events)).toEqual(zone);
    expect(withZoneEvents({ ...zone, leaves: undefined }, events).payload).toEqual({ damage: 4 });
    expect('payload' in withZoneEvents({ ...zone, enters: 'other', leaves: undefined }, events)).toBeFalse();
  });
});

describe('zones and sizes', () => {
  it('come, go and change their shape, and can be stored', () => {
    const one = withNewZone(actor);
    const [zone] = one.zones ?? [];
    expect(zone.shape).toEqual({ shape: 'disc', length: 60 });
    const box = zoneReshaped(zone);
    expect(box.shape).toEqual({ shape: 'box', width: 120, height: 120 });
    expect(zoneReshaped(box)).toEqual(zone);
    expect(withZone(withNewZone(one), 0, undefined).zones?.map(({ id }) => id)).not.toEqual([zone.id]);
    expect(actorSchema().safeParse(withZone(one, 0, box)).success).toBeTrue();
  });

  it('are the least first, each smaller than the one above it', () => {
    const two = withNewRank(withNewRank({ ...actor, health: { most: 40 } }));
    expect(two.ranks).toEqual([{ scale: 0.6, health: 20 }, { scale: 1 }]);
    expect(actorSchema().safeParse(two).success).toBeTrue();
    expect(withRank(withRank(two, 0, undefined), 0, undefined).ranks).toBeUndefined();
  });
});
