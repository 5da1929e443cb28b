import { effectKinds } from '../effects/registry.js';
import type { PayloadField, Project, Sequence } from '../model/project.js';

/**
 * `kit.d.ts`: the names of this very kit as TypeScript types, so that a misspelt sequence, a field that its event does not have
 * or an option that there is not is an error where the game is compiled. They follow from the documents and nothing else.
 */
export function kitTypes({ label, events, sequences, assets, actors, statuses }: Project): string {
  const lines = [
    `/** The names of the kit “${comment(label)}”. Made with the kit; another one is made with the next. */`,
    `import type { Arena, ArenaActor, ArenaAct, ArenaActorState, ArenaLaunch, ArenaLogEntry, ArenaMoveStep, ArenaOptions, ArenaRaise, Blow, BodyPlacing, ClipFrame, Kit, KitEvent, Player, PlayerOptions, PlayerSignal, PlayerSound, PlayerStrikeOptions, ShownCell, StrikeOptions, Take } from './undatio-runtime.js';`,
    '',
    '/** What comes with each event; what is left out has its default. */',
    'export interface Events {',
    ...events.flatMap(({ id, label: words, note, fields }) => [
      `  /** ${comment([words, note].filter(Boolean).join('. '))} */`,
      `  readonly ${quoted(id)}: {`,
      ...fields.map((field) => `    /** ${comment(aboutField(field))} */\n    readonly ${field.name}?: ${typeOf(field)};`),
      ...(fields.length === 0 ? ['    readonly [field: string]: never;'] : []),
      '  };',
    ]),
    '}',
    '',
    '/** Which event each sequence plays on. */',
    'export interface SequenceEvents {',
    ...sequences.map(({ id, label: words, event }) => `  /** ${comment(words)} */\n  readonly ${quoted(id)}: ${quoted(event)};`),
    '}',
    '',
    'export type EventName = keyof Events;',
    'export type SequenceName = keyof SequenceEvents;',
    '/** The payload of a sequence. */',
    'export type PayloadOf<S extends SequenceName> = Events[SequenceEvents[S]];',
    `export type SoundName = ${union(assets.filter(({ type }) => type === 'sound').map(({ id }) => id))};`,
    `export type PictureName = ${union(assets.filter(({ type }) => type === 'picture').map(({ id }) => id))};`,
    'export type AssetName = SoundName | PictureName;',
    `export type ActorName = ${union(actors.map(({ id }) => id))};`,
    `export type MoveName = ${union([...new Set(actors.flatMap(({ moves = [] }) => moves.map(({ id }) => id)))])};`,
    `export type StatusName = ${union(statuses.map(({ id }) => id))};`,
    '/** What a game can be told by its sequences. */',
    `export type SignalName = ${union([...new Set(sequences.flatMap(signalsOf))].sort())};`,
    '',
    '/** The player of this kit. */',
    "export interface ThisPlayer extends Omit<Player, 'strike' | 'body' | 'sounds' | 'signals'> {",
    '  strike<S extends SequenceName>(sequence: S, payload?: PayloadOf<S>, options?: PlayerStrikeOptions): Blow;',
    '  body(id: string, placing: BodyPlacing & { readonly actor?: ActorName }): void;',
    '  readonly sounds: readonly ThisSound[];',
    '  readonly signals: readonly ThisSignal[];',
    '}',
    '',
    '/** A sound that begins or has to stop. */',
    "export type ThisSound = Extract<PlayerSound, { type: 'stop' }> | (Extract<PlayerSound, { type: 'start' }> & { readonly sequence: SequenceName; readonly clip: SoundName });",
    'export type ThisSignal = PlayerSignal & { readonly name: SignalName; readonly sequence: SequenceName };',
    '',
    '/** A projectile of this kit. */',
    "export type ThisLaunch = Omit<ArenaLaunch, 'meets' | 'lands' | 'sequence'> & { readonly meets?: EventName; readonly lands?: EventName; readonly sequence?: SequenceName };",
    '/** What a body does. */',
    "export type ThisAct = Exclude<ArenaAct, { readonly do: 'move' | 'launch' }> | { readonly do: 'move'; readonly move: MoveName; readonly toward?: string } | ({ readonly do: 'launch'; readonly actor: ActorName } & Omit<ThisLaunch, 'id' | 'from' | 'place'>);",
    '/** An event of this kit, with its fields. */',
    "export type ThisEvent<E extends EventName> = Omit<KitEvent, 'id'> & { readonly id: E };",
    '',
    '/** Somebody who takes part. */',
    'export type ThisActor = ArenaActor & { readonly actor: ActorName };',
    '',
    '/** The rules of this kit, decided and played. */',
    "export interface ThisArena extends Omit<Arena, 'player' | 'raise' | 'join' | 'act' | 'launch' | 'actors' | 'log' | 'move' | 'moves' | 'sounds' | 'signals'> {",
    '  readonly player: ThisPlayer;',
    "  raise<E extends EventName>(event: E, options?: Omit<ArenaRaise, 'payload'> & { readonly payload?: Events[E] }, at?: number): void;",
    '  join(actor: ThisActor): void;',
    '  act(id: string, act: ThisAct, at?: number): void;',
    '  launch(actor: ActorName, launch: ThisLaunch, at?: number): void;',
    '  readonly sounds: readonly ThisSound[];',
    '  readonly signals: readonly ThisSignal[];',
    '  readonly moves: readonly (ArenaMoveStep & { readonly move: MoveName })[];',
    '  move(id: string, move: MoveName, options?: { readonly toward?: string }, at?: number): void;',
    "  readonly actors: readonly (Omit<ArenaActorState, 'statuses'> & { readonly actor: ActorName; readonly statuses: readonly { readonly id: StatusName; readonly stacks: number; readonly age: number }[] })[];",
    '  readonly log: readonly (ArenaLogEntry & { readonly event: EventName })[];',
    '}',
    '',
    '/** This kit: `openKit(json) as ThisKit`. */',
    "export interface ThisKit extends Omit<Kit, 'strike' | 'sequences' | 'assetFile' | 'eventOf' | 'shownCell' | 'player' | 'arena'> {",
    '  readonly sequences: readonly SequenceName[];',
    '  strike<S extends SequenceName>(sequence: S, payload?: PayloadOf<S>, options?: StrikeOptions): Take;',
    '  assetFile(id: AssetName): string;',
    '  eventOf<S extends SequenceName>(sequence: S): ThisEvent<SequenceEvents[S]>;',
    '  shownCell(actor: ActorName, body: ClipFrame, out: ShownCell, look?: string, seconds?: number): ShownCell;',
    '  player(options?: PlayerOptions): ThisPlayer;',
    "  arena(options: Omit<ArenaOptions, 'actors'> & { readonly actors: readonly ThisActor[] }): ThisArena;",
    '}',
  ];
  return lines.join('\n') + '\n';
}

function typeOf(field: PayloadField): string {
  switch (field.type) {
    case 'number':
    case 'direction':
      return 'number';
    case 'flag':
      return 'boolean';
    case 'text':
      return 'string';
    case 'kind':
      return union(field.options);
  }
}

function aboutField(field: PayloadField): string {
  if (field.type === 'number')
    return `${field.label}, ${field.min} to ${field.max}${field.unit ? ` ${field.unit}` : ''}; else ${field.default}.`;
  return `${field.label}${field.type === 'direction' ? ', in degrees' : ''}; else ${JSON.stringify(field.default)}.`;
}

/** Names of signals that a sequence can raise: its signals' own, and those in its captions. */
function signalsOf({ effects }: Sequence): string[] {
  return effects.flatMap((effect) => effectKinds[effect.kind].signalsOf?.(effect as never) ?? []);
}

function union(names: readonly string[]): string {
  return names.length === 0 ? 'never' : names.map(quoted).join(' | ');
}

function quoted(text: string): string {
  return JSON.stringify(text);
}

/** Text that ends no comment. */
function comment(text: string): string {
  return text.replaceAll('*/', '* /').replace(/\s+/g, ' ').trim();
}
