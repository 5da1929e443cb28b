import type { FightNames, NameOf } from '../combat/parts/fightNames.js';
import type { Drill, Project } from './project.js';

type NamedParts = Pick<Project, 'events' | 'statuses' | 'sequences' | 'actors' | 'responses'>;

/**
 * Returns the names of a project's things. With a drill, its bodies have names too: the label of their actor, numbered if the drill
 * has several bodies of that actor, or the label that the drill gives them. Bodies that spawn are numbered as their ids are.
 */
export function namesOf(project: NamedParts, drill?: Pick<Drill, 'actors'>): FightNames {
  if (drill) return namesFor(project, drill);
  let names = known.get(project);
  if (!names) known.set(project, (names = namesFor(project, undefined)));
  return names;
}

/** Names by their projects: lists of rules ask for them with every chip. */
const known = new WeakMap<NamedParts, FightNames>();

function namesFor(project: NamedParts, drill: Pick<Drill, 'actors'> | undefined): FightNames {
  const { events, statuses, sequences, actors, responses } = project;
  const labels = (list: readonly { readonly id: string; readonly label?: string | undefined }[]): Map<string, string> =>
    new Map(list.map(({ id, label }) => [id, label ?? id]));
  const moves = labels(actors.flatMap(({ moves: own = [] }) => own));
  const labelsOf: Partial<Record<NameOf, ReadonlyMap<string, string>>> = {
    event: labels(events),
    status: labels(statuses),
    sequence: labels(sequences),
    actor: labels(actors),
    move: moves,
    combatant: bodyNames(actors, drill?.actors ?? []),
  };
  const rungs = new Map(
    responses.flatMap(({ event, rungs: own }) => own.map(({ id, label }): [string, string] => [`${event} ${id}`, label ?? id])),
  );
  const anyRung = labels(responses.flatMap(({ rungs: own }) => own));
  const fields = new Map(events.flatMap(({ id, fields: own }) => own.map(({ name, label }): [string, string] => [`${id} ${name}`, label])));
  return {
    of(what, id, event) {
      switch (what) {
        case 'rung':
          return (event === undefined ? undefined : rungs.get(`${event} ${id}`)) ?? anyRung.get(id) ?? id;
        case 'field':
          return (event === undefined ? undefined : fields.get(`${event} ${id}`)) ?? id;
        case 'combatant':
          return labelsOf.combatant?.get(id) ?? spawnedName(id, labelsOf.actor) ?? id;
        default:
          return labelsOf[what]?.get(id) ?? id;
      }
    },
  };
}

function bodyNames(actors: Project['actors'], bodies: Drill['actors']): Map<string, string> {
  const labels = new Map(actors.map(({ id, label }) => [id, label]));
  const counts = new Map<string, number>();
  const countUp = (actor: string): number => {
    const count = (counts.get(actor) ?? 0) + 1;
    counts.set(actor, count);
    return count;
  };
  return new Map(
    bodies.map(({ id, actor, label: own }): [string, string] => {
      const label = labels.get(actor) ?? actor;
      const number = countUp(actor);
      const isOneOfSeveral = bodies.some((other) => other.actor === actor && other.id !== id);
      return [id, own ?? (isOneOfSeveral ? `${label} ${number}` : label)];
    }),
  );
}

/** Bodies that spawn have the id of their actor, with a number if it is taken. */
function spawnedName(id: string, actors: ReadonlyMap<string, string> | undefined): string | undefined {
  const whole = actors?.get(id);
  if (whole !== undefined) return whole;
  const [, actor = '', number = ''] = /^(.+)-(\d+)$/.exec(id) ?? [];
  const label = actors?.get(actor);
  return label === undefined ? undefined : `${label} ${number}`;
}
