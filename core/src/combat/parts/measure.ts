import { DocumentError, type DocumentPath } from '../../model/documentError.js';
import { identifierPattern } from '../../model/fields.js';
import { isRecord, show } from '../../model/json.js';
import { refuseOthers } from '../../take/compileReferences.js';
import { partyOf, type Asking } from './asking.js';
import type { Combatant } from './combatant.js';
import type { RuleReferences } from './ruleReferences.js';
import { parties, type MeasureDocument, type Party } from './ruleFields.js';

/** A number that can be read of a fight; not a number where there is nobody to read it of. */
export interface CompiledMeasure {
  readonly label: string;
  read(asking: Asking): number;
}

interface MeasureKind {
  readonly about: string;
  /** What it asks for besides: a field, a status, a counter. */
  readonly asks: readonly ('field' | 'status' | 'counter' | 'of')[];
  readonly unit: string;
  label(document: { field: string; status: string; counter: string; of: Party | 'all' }): string;
  read(asking: Asking, document: { field: string; status: string; counter: string; of: Party | 'all' }): number;
}

const shown = (asking: Asking, who: Combatant): number => who.shown(asking.at);
const own = (of: string, what: string): string => `${of}’s ${what}`;

function ofParty(asking: Asking, of: Party | 'all', read: (who: Combatant) => number): number {
  const who = of === 'all' ? undefined : partyOf(asking, of);
  return who ? read(who) : NaN;
}

/** Health as the event's own harm would leave it, or has left it; only its target is harmed by it. */
function after(asking: Asking, who: Combatant): number {
  if (who !== asking.target || asking.isHarmed) return who.health(shown(asking, who));
  return Math.max(0, asking.pointsBefore - asking.harm);
}

/** Everything that can be read, by its name in documents. */
export const measureKinds: Readonly<Record<MeasureDocument['read'], MeasureKind>> = {
  payload: {
    about: 'A number, a direction or a flag of the event’s payload.',
    asks: ['field'],
    unit: '',
    label: ({ field }) => field,
    read: ({ payload }, { field }) => Number(payload[field]),
  },
  harm: {
    about: 'The event’s harm after what the target resists.',
    asks: [],
    unit: 'points',
    label: () => 'harm',
    read: ({ harm }) => harm,
  },
  health: {
    about: 'Points of health: before the event for conditions, as they are by then for outcomes.',
    asks: ['of'],
    unit: 'points',
    label: ({ of }) => own(of, 'health'),
    read: (asking, { of }) => ofParty(asking, of, (who) => who.health(shown(asking, who))),
  },
  'health-share': {
    about: 'Share of full health, 0 to 1; for outcomes as it is by then.',
    asks: ['of'],
    unit: '',
    label: ({ of }) => own(of, 'share of health'),
    read: (asking, { of }) => ofParty(asking, of, (who) => who.share(shown(asking, who))),
  },
  'share-before': {
    about: 'The target’s share of full health before the event, whatever its outcomes have done since.',
    asks: [],
    unit: '',
    label: () => 'target’s share of health before it',
    read: ({ before }) => before,
  },
  'health-after': {
    about: 'Points of health that the event’s harm leaves; 0 is a blow that fells.',
    asks: ['of'],
    unit: 'points',
    label: ({ of }) => own(of, 'health after it'),
    read: (asking, { of }) => ofParty(asking, of, (who) => after(asking, who)),
  },
  'health-share-after': {
    about: 'Share of full health that the event’s harm leaves.',
    asks: ['of'],
    unit: '',
    label: ({ of }) => own(of, 'share of health after it'),
    read: (asking, { of }) => ofParty(asking, of, (who) => after(asking, who) / who.actor.health.most),
  },
  stacks: {
    about: 'How many stacks of a status somebody has; 0 without it.',
    asks: ['status', 'of'],
    unit: '',
    label: ({ status, of }) => own(of, `stacks of ${status}`),
    read: (asking, { status, of }) => ofParty(asking, of, (who) => who.held.get(status)?.stacks ?? 0),
  },
  'status-age': {
    about: 'Seconds since a status began, on its actor’s clock; none without it.',
    asks: ['status', 'of'],
    unit: 's',
    label: ({ status, of }) => own(of, `age of ${status}`),
    read: (asking, { status, of }) =>
      ofParty(asking, of, (who) => {
        const held = who.held.get(status);
        return held ? shown(asking, who) - held.began : NaN;
      }),
  },
  counter: {
    about: 'What was counted; 0 at first.',
    asks: ['counter', 'of'],
    unit: '',
    label: ({ counter, of }) => (of === 'all' ? counter : own(of, counter)),
    read: (asking, { counter, of }) =>
      of === 'all'
        ? (asking.run.everybody.counters.get(counter) ?? 0)
        : ofParty(asking, of, (who) => who.memory.counters.get(counter) ?? 0),
  },
  rank: {
    about: 'Which size of its actor somebody is, from the least, 1; 0 of one that has but one.',
    asks: ['of'],
    unit: '',
    label: ({ of }) => own(of, 'rank'),
    read: (asking, { of }) => ofParty(asking, of, (who) => who.rank),
  },
  distance: {
    about: 'px from the source to the target, middle to middle; for what is told to several, from where it is told.',
    asks: [],
    unit: 'px',
    label: () => 'distance',
    read: (asking) => distanceIn(asking),
  },
};

function distanceIn({ source, target, place, reach, at }: Asking): number {
  if (reach !== undefined) return reach;
  const from = place ?? (source && { x: source.xAt(at), y: source.yAt(at) });
  return from && target ? Math.hypot(target.xAt(at) - from.x, target.yAt(at) - from.y) : NaN;
}

const names = { of: '', field: '', status: '', counter: '' };

/** What a measure is called, for chips and reasons. */
export function measureLabel(document: MeasureDocument): string {
  return measureKinds[document.read].label({ ...names, of: 'target', ...document } as never);
}

/** Reads and resolves a measure. Throws DocumentError with the path of what cannot be used. */
export function compileMeasure(raw: unknown, path: DocumentPath, { event, statuses }: RuleReferences): CompiledMeasure {
  const refuse = (expected: string, ...place: string[]): never => {
    throw new DocumentError([...path, ...place], expected);
  };
  if (!isRecord(raw)) return refuse(`expected something to read, such as { read: "harm" }, found ${show(raw)}`);
  const read = raw['read'];
  if (typeof read !== 'string' || !Object.hasOwn(measureKinds, read))
    return refuse(`expected one of ${Object.keys(measureKinds).join(', ')}, found ${show(read)}`, 'read');
  const kind = measureKinds[read as MeasureDocument['read']];
  refuseOthers(raw, ['read', ...kind.asks], path);
  const { field, status, counter, of } = raw;
  if (kind.asks.includes('field')) {
    const numbers = event.fields.filter((known) => typeof known.default !== 'string').map((known) => known.name);
    if (!numbers.includes(field as string))
      refuse(`expected a number field of the event "${event.id}" (${numbers.join(', ') || 'it has none'}), found ${show(field)}`, 'field');
  }
  if (kind.asks.includes('status') && !statuses.has(status as string))
    refuse(`expected a status of the project (${[...statuses.keys()].join(', ') || 'it has none'}), found ${show(status)}`, 'status');
  if (kind.asks.includes('counter') && !(typeof counter === 'string' && identifierPattern.test(counter)))
    refuse(`expected a counter’s name, found ${show(counter)}`, 'counter');
  const whose: readonly unknown[] = read === 'counter' ? [...parties, 'all'] : parties;
  if (kind.asks.includes('of') && !whose.includes(of)) refuse(`expected one of ${whose.join(', ')}, found ${show(of)}`, 'of');
  const document = { ...names, ...raw } as unknown as Parameters<MeasureKind['read']>[1];
  return { label: kind.label(document), read: (asking) => kind.read(asking, document) };
}
