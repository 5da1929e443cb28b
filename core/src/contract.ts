/**
 * What a game sees of a shipped kit. This file imports nothing, so that its declarations are, word for word,
 * the `undatio-runtime.d.ts` inside every kit.
 */

/** Values for an event's payload fields by name; a missing one takes the field's default. */
export type Payload = Readonly<Record<string, number | string | boolean>>;

export interface Place {
  readonly x: number;
  readonly y: number;
}

/**
 * A place on a body that effects hang on, by name. Every body has `middle`, `top`, `feet`, `front` (the side that faces the other
 * party) and `back`; an actor may have others, and a body without them has its middle there.
 */
export type Spot = string;

/** A party's size, and where its spots are when they are not the middle and the edges of that size. */
export interface Body {
  readonly width: number;
  readonly height: number;
  /** Relative to the body's middle. */
  readonly spots?: Readonly<Record<Spot, Place>>;
  /** Distance from its middle down to the ground that it stands on. Default 64 px. */
  readonly ground?: number;
  /** Its size as a multiple of its actor's; everything that hangs on it is scaled alike. Default 1. */
  readonly scale?: number;
}

export interface StrikeOptions {
  /** Fixes every random draw: a whole number, taken modulo 2^32. The same seed and payload give the same take anywhere. Default 1. */
  readonly seed?: number;
  /**
   * Where the parties rest relative to the contact point. Default: source 80 px to its left, target 80 px to its right,
   * view and ear at the contact point, no others. Seekers may fly to the others.
   */
  readonly places?: {
    readonly source?: Place;
    readonly target?: Place;
    readonly view?: Place;
    readonly ear?: Place;
    readonly others?: readonly Place[];
  };
  /** How big the parties are. Default 160 × 120 px. */
  readonly bodies?: { readonly source?: Body; readonly target?: Body };
  /** When given, only the effects with these ids fire. */
  readonly solo?: readonly string[];
  /** Shares of health, 0 to 1, before and after the strike, for bars that show the health of their body. Default: not known. */
  readonly health?: { readonly source?: HealthChange; readonly target?: HealthChange };
}

/** Shares of a body's health, 0 to 1, before and after a strike. */
export interface HealthChange {
  readonly before: number;
  readonly after: number;
}

/** One actor at one instant. Positions are displacements from rest. */
export interface ActorFrame {
  x: number;
  y: number;
  rotation: number;
  scaleX: number;
  scaleY: number;
  /**
   * How deep its foot is below the ground: 0 while it stands on it, negative while it hops above it. `y` includes it. While it is
   * above 0, the ground hides the lower part of the body.
   */
  sunk: number;
  alpha: number;
  /** Amount of the flash, 0..1. */
  flash: number;
  /** Colour of the flash as 0xrrggbb. */
  flashColour: number;
  flashMode: 'mix' | 'multiply' | 'add';
  /** Rate of the actor's game clock: 1 freely, 0 halted by hit-stop. */
  rate: number;
  /** How far it is in each of its poses, 0..1. */
  readonly pose: PoseFrame;
  /** Seconds that it has been in each, on the clock of the effect that shows; a clip runs by it. */
  readonly poseAge: PoseFrame;
  /** The clip that a move of it shows, and its age on the body's clock; empty for none. */
  clip: string;
  clipAge: number;
}

/** A number for each of the poses; a body may be in several at once. */
export interface PoseFrame {
  hurt: number;
  lunge: number;
  guard: number;
  fall: number;
}

export interface ViewFrame {
  x: number;
  y: number;
  roll: number;
  zoom: number;
  /** How far red and blue part from green. */
  split: number;
  /** How dark the corners are, 0..1. */
  vignette: number;
  /** How far the whole picture turns toward `flashColour`, 0..1. */
  flash: number;
  /** As 0xrrggbb. */
  flashColour: number;
}

export interface RumbleFrame {
  low: number;
  high: number;
}

/** Live particles as flat arrays; entries from `count` on are stale. Positions are relative to the contact point. */
export interface ParticleFrame {
  count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Diameter. */
  readonly size: Float32Array;
  readonly rotation: Float32Array;
  /** Encoded sRGB channels and alpha, 0..1, not premultiplied. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
  /** Index into `particlePictures`. */
  readonly picture: Uint8Array;
  /** Which cell of an animated strip, from 0; 0 for still pictures. */
  readonly cell: Uint8Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
  /** Which particle of its firing it is, from 0: the same as long as it lives. */
  readonly item: Uint32Array;
}

/**
 * Weapons' paths: a band between two radii that reaches from one angle to another; entries from `count` on are stale.
 * Positions are relative to the contact point.
 */
export interface ArcFrame {
  count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Radii between which the band is drawn. */
  readonly inner: Float32Array;
  readonly outer: Float32Array;
  /** Angle of the end that trails, and of the edge that leads. */
  readonly from: Float32Array;
  readonly to: Float32Array;
  /** The radius within which the weapon truly hits, whatever is drawn. */
  readonly reach: Float32Array;
  /** 1 while the weapon moves and hits, 0 when only its trail is left. */
  readonly live: Uint8Array;
  /** Encoded sRGB channels and alpha at the leading edge, 0..1, not premultiplied; the alpha fades to 0 at the trailing end. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/**
 * Ribbons behind moving things. Ribbon `i` runs through the nodes `first[i]` to `first[i] + nodes[i] - 1`, from its head
 * to its tail; entries from `count` on are stale. Positions are relative to the contact point.
 */
export interface RibbonFrame {
  count: number;
  /** Nodes written so far, by all ribbons. */
  nodeCount: number;
  readonly first: Uint32Array;
  readonly nodes: Uint32Array;
  /** 0 behind the bodies, 1 over them. */
  readonly layer: Uint8Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Width of the ribbon at the node. */
  readonly width: Float32Array;
  /** Encoded sRGB channels and alpha at the node, 0..1, not premultiplied. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
}

/** Letters of captions, each by itself; entries from `count` on are stale. Positions are of their middles, relative to the contact point. */
export interface GlyphFrame {
  count: number;
  readonly text: string[];
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Height of the capitals. */
  readonly size: Float32Array;
  readonly rotation: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb. */
  readonly colour: Uint32Array;
  readonly outline: Uint32Array;
}

/** Health bars; entries from `count` on are stale. Positions are of their middles, relative to the contact point, bodies at rest. */
export interface MeterFrame {
  count: number;
  /** Whose body it moves with: 1 the source's, 2 the target's. */
  readonly party: Uint8Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly width: Float32Array;
  readonly height: Float32Array;
  /** How full it is, 0..1, and how full the part still is that lags behind. */
  readonly value: Float32Array;
  readonly lag: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb: of the full part, of what lags, and of what is empty. */
  readonly fill: Uint32Array;
  readonly lagFill: Uint32Array;
  readonly back: Uint32Array;
}

/** Widening outlines; entries from `count` on are stale. Positions are relative to the contact point. */
export interface RingFrame {
  count: number;
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly radius: Float32Array;
  readonly width: Float32Array;
  /** Encoded sRGB channels and alpha, 0..1, not premultiplied. */
  readonly r: Float32Array;
  readonly g: Float32Array;
  readonly b: Float32Array;
  readonly a: Float32Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/** Numbers and words in flight; entries from `count` on are stale. Positions are of their middles, relative to the contact point. */
export interface NumberFrame {
  count: number;
  readonly text: string[];
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Height of the digits. */
  readonly size: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb. */
  readonly colour: Uint32Array;
  readonly outline: Uint32Array;
}

/** Pictures put on bodies and on the ground; entries from `count` on are stale. Positions are relative to the contact point, bodies at rest. */
export interface PictureFrame {
  count: number;
  /** Asset ids. */
  readonly picture: string[];
  /** 0 on the ground, 1 behind a body, 2 over it. */
  readonly layer: Uint8Array;
  /** Whose body it moves with: 0 nobody's, 1 the source's, 2 the target's. */
  readonly party: Uint8Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  /** Width; the height follows from the picture. */
  readonly size: Float32Array;
  readonly rotation: Float32Array;
  readonly alpha: Float32Array;
  /** As 0xrrggbb; multiplies the picture's colours. */
  readonly tint: Uint32Array;
  /** 0 normal, 1 additive. */
  readonly blend: Uint8Array;
}

/** The particles that are drawn without an asset: the first names that `ParticleFrame.picture` indexes. */
export type ParticlePicture = 'dot' | 'spark' | 'chip' | 'puff';

/** Everything about one instant, in buffers that are reused from sample to sample. */
export interface Frame {
  t: number;
  readonly source: ActorFrame;
  readonly target: ActorFrame;
  readonly view: ViewFrame;
  readonly rumble: RumbleFrame;
  readonly particles: ParticleFrame;
  readonly rings: RingFrame;
  readonly numbers: NumberFrame;
  readonly pictures: PictureFrame;
  readonly arcs: ArcFrame;
  readonly ribbons: RibbonFrame;
  readonly glyphs: GlyphFrame;
  readonly meters: MeterFrame;
}

/** One sound to play. */
export interface SoundCue {
  readonly effect: string;
  /** Asset id of the clip. */
  readonly clip: string;
  /** Wall seconds from contact. */
  readonly start: number;
  /** Linear factor. */
  readonly gain: number;
  /** Playback rate: 2 is twice as fast and an octave up. */
  readonly rate: number;
  /** -1 left to 1 right. */
  readonly pan: number;
  /** Seconds after which to stop it; 0 lets it ring. */
  readonly cut: number;
  /** Seconds that must lie between two plays of this effect; within a take they do, across takes the game sees to it. */
  readonly gap: number;
  /** Most voices of this effect at once; within a take they are kept, across takes the game stops the oldest. */
  readonly voices: number;
}

/** A named moment for the game to act on. */
export interface SignalCue {
  readonly effect: string;
  readonly name: string;
  readonly start: number;
  readonly parameters: Payload;
}

/** One computed run of a sequence: fixed payload, fixed seed, sampled at any time in any order. */
export interface Take {
  readonly sequence: string;
  readonly seed: number;
  /** Wall seconds from contact until nothing more is seen or heard of it (sounds count with their cut, not their length). */
  readonly duration: number;
  /** Wall seconds of the earliest wind-up: 0 or negative. */
  readonly start: number;
  readonly sounds: readonly SoundCue[];
  readonly signals: readonly SignalCue[];
  createFrame(): Frame;
  /** Writes the instant `t` (wall seconds from contact) into `frame` and returns it. Allocates nothing. */
  sample(t: number, frame: Frame): Frame;
}

/** How a pose moves a part of a body in full: degrees about its pivot, and px forward (toward where the body looks) and down. */
export interface PartPose {
  readonly turn: number;
  readonly x: number;
  readonly y: number;
}

/** A run of a picture's cells. */
export interface Clip {
  readonly id: string;
  /** Asset id of the picture that its cells are cut from. */
  readonly picture: string;
  /** Which cells, in order, counted from 0. */
  readonly cells: readonly number[];
  /** Cells a second. */
  readonly rate: number;
  /** Whether it begins again; otherwise its last cell stays. */
  readonly loop: boolean;
}

/** What decides which cell a body shows. */
export type ClipFrame = Pick<ActorFrame, 'pose' | 'poseAge'> & Partial<Pick<ActorFrame, 'clip' | 'clipAge'>>;

/** A picture, which of its cells, and the clip or the look that it is of: without either, the body's own, or its parts. */
export interface ShownCell {
  picture: string;
  cell: number;
  clip?: string | undefined;
  look?: string | undefined;
}

/** Where a cell lies in its picture's file, in px. */
export interface CellPlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Somebody on the stage, with what it is drawn from. */
export interface KitActor {
  readonly id: string;
  readonly label: string;
  /** Its role on a stage; `none`: it stands only on stages that list it among their bodies. */
  readonly role: 'source' | 'target' | 'bystander' | 'none';
  /** Asset id of its picture, whole. */
  readonly picture: string;
  /** Which cell of its picture it shows, where that has several. */
  readonly cell?: number;
  /** Which way its pictures look; facing the other way it is drawn mirrored. A kit's own actors always say it. */
  readonly looks?: 'right' | 'left';
  readonly width: number;
  readonly height: number;
  /** Where it rests, relative to the contact point, when it has a place of its own. */
  readonly place?: Place;
  /** Where its spots are, relative to its middle, when they are not the middle and the edges of its size. */
  readonly spots?: Readonly<Record<Spot, Place>>;
  /** Pictures of the whole body's size that each show one part, back to front; pivots are relative to the body's middle. */
  readonly parts: readonly { readonly id: string; readonly picture: string; readonly pivot: Place }[];
  /** What each pose does to the parts by their ids, and to the body by `whole`, about the middle of its foot. */
  readonly poses: Readonly<Partial<Record<keyof PoseFrame, Readonly<Record<string, PartPose>>>>>;
  readonly clips?: readonly Clip[];
  /** The clip that shows in place of picture and parts while it is in a pose, moved by the pose as `whole` says. */
  readonly poseClips?: Readonly<Partial<Record<keyof PoseFrame, string>>>;
  /** How it looks at and below a share of its health; the lowest that applies shows. */
  readonly healthLooks?: readonly KitLook[];
}

/** A look: a picture or a cell in place of the actor's own, or one of its clips; without any, its own. */
export interface KitLook {
  readonly id: string;
  readonly at: number;
  readonly picture?: string;
  readonly cell?: number;
  readonly clip?: string;
}

/** One field of an event's payload. */
export interface KitField {
  readonly name: string;
  readonly type: 'number' | 'direction' | 'kind' | 'flag' | 'text';
  readonly default: number | string | boolean;
  /** What a kind may be. */
  readonly options?: readonly string[];
}

/** Something that happens in combat, with the fields of its payload. */
export interface KitEvent {
  readonly id: string;
  readonly fields: readonly KitField[];
}

/** A sound or a picture of the kit. */
export interface KitAsset {
  readonly id: string;
  readonly type: 'sound' | 'picture';
  /** Path inside the kit, such as `assets/lance-crack.wav`. */
  readonly file: string;
  /** Where a picture's cells lie, when they are not equal ones side by side. */
  readonly frames?: readonly CellPlace[];
}

/** How the receiving game measures: what frames come in. Payloads, places and bodies are given in px, degrees and y down. */
export interface KitConventions {
  readonly axis: 'down' | 'up';
  readonly angles: 'degrees' | 'radians';
  readonly unitsPerPixel: number;
}

/** What a player of the game may turn down, or up: factors of what the kit says. */
export interface Comfort {
  /** Of every motion of the view, and of its colours parting. 0..1 */
  readonly shake?: number;
  /** Of flashes of bodies and of the view, and of dark corners. 0..1 */
  readonly flash?: number;
  /** Of both motors. 0..1 */
  readonly rumble?: number;
  /** Of the size of numbers and captions. 0.25..4 */
  readonly text?: number;
  /** Of the length of hit-stops and slows that are struck from now on. 0..1 */
  readonly hitStop?: number;
}

/** How high a game's floor is: one height, or one for each place across, in the kit's conventions. */
export type Floor = number | ((x: number) => number | undefined);

export interface PlayerOptions {
  /** What lies on the ground lies there, however high its body is; without it, at the body's feet. */
  readonly floor?: Floor;
  /** Every strike without a seed of its own draws from this one and from how many were struck before it. Default 1. */
  readonly seed?: number;
  readonly comfort?: Comfort;
}

/** Where the game has a body, in the game's own units. */
export interface BodyPlacing {
  /** Which actor of the kit it is; its size and its spots are that one's. Kept when it is left out later. */
  readonly actor?: string;
  /** Of its middle. */
  readonly x: number;
  readonly y: number;
  /** 1 faces right, -1 left; only handed back. */
  readonly facing?: 1 | -1;
  /** How much larger than the actor it is. Default 1. */
  readonly scale?: number;
  /** Share of its health that is left, 0..1; its meters show this instead of what their strike said. */
  readonly health?: number;
  /** Units per second; between two placements it goes on like that. Default none. */
  readonly velocity?: Place;
}

/** Who strikes whom, and where; bodies by the names that the game has given them. */
export interface PlayerStrikeOptions {
  readonly source?: string;
  readonly target?: string;
  /** Further bodies that seekers may fly to. */
  readonly others?: readonly string[];
  /** The contact point. Default: half-way between the two. */
  readonly at?: Place;
  /** How much larger everything of it is, but the motions of the view. Default 1. */
  readonly scale?: number;
  readonly seed?: number;
  /** Seconds from now until contact; a take with a wind-up is struck as long before. Default 0. */
  readonly after?: number;
  readonly solo?: readonly string[];
  /** Shares of health, 0 to 1, before and after the strike, for bars that show the health of their body. Default: not known. */
  readonly health?: { readonly source?: HealthChange; readonly target?: HealthChange };
  /** Where the view and the ear are, for what fades with distance. Default: the contact point. */
  readonly view?: Place;
  readonly ear?: Place;
}

/** One strike that is being played. */
export interface Blow {
  readonly sequence: string;
  readonly seed: number;
  /** Player's time of its contact. */
  readonly contact: number;
  /** Seconds from contact of its earliest wind-up: 0 or negative. */
  readonly start: number;
  /** Whether anything of it is still to come, to be seen or to be heard. */
  readonly playing: boolean;
  /**
   * `ring out` (the default): what has not begun never does, what lets go lets nothing more go, and the rest lives out. `cut`:
   * all of it is gone at once, and its sounds stop.
   */
  stop(how?: { readonly let: 'ring out' | 'cut' }): void;
}

/** A sound that begins, or a voice that has to stop, during the last advance. */
export type PlayerSound =
  | {
      readonly type: 'start';
      /** Names it until it stops. */
      readonly voice: number;
      readonly sequence: string;
      readonly effect: string;
      /** Asset id of the clip. */
      readonly clip: string;
      readonly gain: number;
      readonly rate: number;
      readonly pan: number;
      /** Seconds after which the game stops it; 0 lets it ring. */
      readonly cut: number;
      /** Seconds from the beginning of the advance. */
      readonly at: number;
    }
  | { readonly type: 'stop'; readonly voice: number; readonly at: number };

/** A moment that the game was told during the last advance. */
export interface PlayerSignal {
  readonly name: string;
  readonly sequence: string;
  readonly effect: string;
  readonly parameters: Payload;
  readonly source: string;
  readonly target: string;
  /** Seconds from the beginning of the advance. */
  readonly at: number;
}

/** One body at one instant, everything that is on it put together. `x` and `y` are where its middle is. */
export interface PlayerBodyFrame extends ActorFrame {
  /** How far down the view its feet stand, in px: bodies are drawn from the least depth to the greatest, at one depth the first last. */
  depth: number;
  /** The height, as `y`, of the ground that hides it: while `sunk` is above 0, nothing of it is drawn lower than that. */
  groundY: number;
  readonly id: string;
  /** Actor of the kit; empty when it is none. */
  readonly actor: string;
  readonly facing: 1 | -1;
  readonly scale: number;
  /** How far takes that are over have thrown it for good since it was last put somewhere: the game adds it to where it puts it next. */
  readonly settledX: number;
  readonly settledY: number;
}

/** Says of each entry of a list whose it is. */
export interface Owned {
  /** Its place in the frame's `bodies`; -1 where it is nobody's. */
  readonly body: Int16Array;
}

/**
 * Everything that is to be drawn at one instant, of all takes together, in the game's own units and places. Written anew by
 * the next advance; the lists may become others when more is struck, so read them from the player each time.
 */
export interface PlayerFrame {
  readonly t: number;
  readonly bodies: readonly PlayerBodyFrame[];
  /** Rate of the world's clock: 1 freely, 0 halted. */
  readonly worldRate: number;
  readonly view: ViewFrame;
  readonly rumble: RumbleFrame;
  readonly particles: ParticleFrame & Owned;
  readonly rings: RingFrame & Owned;
  readonly numbers: NumberFrame & Owned;
  /** Those on bodies are where their body is, turned with it. */
  readonly pictures: PictureFrame & Owned;
  readonly arcs: ArcFrame & Owned;
  readonly ribbons: RibbonFrame & Owned;
  readonly glyphs: GlyphFrame & Owned;
  /** One a body at most. */
  readonly meters: MeterFrame & Owned;
}

/** The lists of a frame, by name. */
export type DrawnName = 'particles' | 'rings' | 'numbers' | 'pictures' | 'arcs' | 'ribbons' | 'glyphs' | 'meters';

/** A rectangle that something lies in. */
export interface Bounds {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

/**
 * Many takes at once, on many bodies, in one frame. It keeps no time of its own: nothing happens but in `advance`, and into
 * how many steps that is cut changes nothing. Throws KitError with `.path` where it is handed what cannot be used.
 */
export interface Player {
  /** Seconds that it has been advanced by. */
  readonly now: number;
  /** Puts a body somewhere, from now on; the first time it also names it. What follows it follows. */
  body(id: string, placing: BodyPlacing): void;
  /** The body leaves: what is on it goes, what has not begun never does, everything else lives out where it was. */
  remove(id: string): void;
  strike(sequence: string, payload?: Payload, options?: PlayerStrikeOptions): Blow;
  /** Lets time pass: any number of seconds, 0 included. */
  advance(seconds: number): void;
  readonly frame: PlayerFrame;
  /** What began and what has to stop during the last advance, in order. */
  readonly sounds: readonly PlayerSound[];
  readonly signals: readonly PlayerSignal[];
  readonly rumble: RumbleFrame;
  /** Game seconds that passed for a body, or for the `world`, during the last advance: hit-stops and slows counted exactly. */
  elapsed(id: string): number;
  /** Nothing passes until it goes on. */
  pause(): void;
  resume(): void;
  /** Changes what is named. Lengths of hit-stops change for what is struck from now on. */
  comfort(comfort: Comfort): void;
  /** Writes into `out` the rectangle that entry `i` of a list lies in, for what is out of sight. Widths of texts are rounded up. */
  bounds(list: DrawnName, i: number, out: Bounds): Bounds;
}

/** What a rung of a ladder said to an event. */
export interface ArenaAnswer {
  readonly rung: string;
  readonly answer: 'answered' | 'passed' | 'not asked';
  /** Why it let the event pass, in words. */
  readonly why: string;
}

/** Each thing that can come of an event. */
export type ArenaHappeningName =
  | 'harm'
  | 'mend'
  | 'gets'
  | 'loses'
  | 'plays'
  | 'raises'
  | 'counts'
  | 'falls'
  | 'goes'
  | 'returns'
  | 'lets go'
  | 'lets fall'
  | 'splits'
  | 'throws'
  | 'too many'
  | 'too many events'
  | 'later'
  | 'too late'
  | 'too many outcomes'
  | 'breaks off'
  | 'looks';

/** What came of an event, in order: `what` tells which other fields there are. */
export type ArenaHappening = { readonly what: ArenaHappeningName } & Readonly<Record<string, string | number>>;

/** One event that was decided. Names are empty where there is nobody. */
export interface ArenaLogEntry {
  readonly at: number;
  /** Which event of the arena it is, from 0. */
  readonly number: number;
  readonly event: string;
  readonly source: string;
  readonly target: string;
  readonly payload: Payload;
  readonly standing: 'up' | 'down' | 'gone';
  readonly rungs: readonly ArenaAnswer[];
  readonly happened: readonly ArenaHappening[];
  readonly touch?: ArenaTouch;
  /** Id of the projectile that raised the event, or that raised an earlier event of its chain. */
  readonly projectile?: string;
  /** Set on the entry of a delayed outcome: seconds of the world's clock since the event with this number. */
  readonly after?: number;
  /** Said of an event that the arena would not go on with. */
  readonly refused?: string;
}

/** How the target of an event was met by a contact of somebody's move, in the kit's conventions. */
export interface ArenaTouch {
  readonly move: string;
  /** Which of its contacts, from 0. */
  readonly contact: number;
  /** From middle to middle, and the way from one to the other. */
  readonly distance: number;
  readonly angle: number;
  /** Where it was touched; undefined for one of no size. */
  readonly place: Place | undefined;
}

/** Somebody's move as it begins, goes into its recovery, and is over; or is not begun, and why. */
export interface ArenaMoveStep {
  readonly who: string;
  readonly move: string;
  readonly at: number;
  readonly how: 'begins' | 'recovers' | 'ends' | 'cancelled' | 'broken' | 'refused';
  readonly why: string;
}

/** What somebody does, as the drills of a kit say it; in the kit's conventions. */
export type ArenaAct =
  | { readonly do: 'move'; readonly move: string; readonly toward?: string }
  | { readonly do: 'let-go' | 'stop' }
  | { readonly do: 'walk'; readonly points: readonly Place[]; readonly round?: boolean; readonly speed?: number }
  | { readonly do: 'approach'; readonly whom: string; readonly within: number; readonly speed?: number }
  | { readonly do: 'keep-away'; readonly whom: string; readonly beyond: number; readonly speed?: number }
  | { readonly do: 'orbit'; readonly whom: string; readonly distance: number; readonly clockwise?: boolean; readonly speed?: number }
  | ({ readonly do: 'launch'; readonly actor: string } & Omit<ArenaLaunch, 'id' | 'from' | 'place'>)
  | { readonly do: 'turn'; readonly facing: 1 | -1 };

/** Where somebody goes, by so much a second of its own clock; by its actor's speed where it is not said. */
export type ArenaWalk =
  | { readonly points: readonly Place[]; readonly round?: boolean; readonly speed?: number }
  | { readonly toward: string; readonly within: number; readonly speed?: number }
  | { readonly from: string; readonly beyond: number; readonly speed?: number }
  | { readonly around: string; readonly distance: number; readonly clockwise?: boolean; readonly speed?: number };

/** Something that is let go: what flies, from where, where to, and what comes of it. Lengths and angles in the kit's conventions. */
export interface ArenaLaunch {
  /** The name that it has in the arena; its actor's with a number, when left out. */
  readonly id?: string;
  /** Who lets it go: it begins where that one is, unless `place` says where, and does not meet that one. */
  readonly from?: string;
  readonly place?: Place;
  /** To a place; after somebody; or ahead by an angle, for so far: one of them, or the way that its launcher faces. */
  readonly to?: Place;
  readonly after?: string;
  readonly angle?: number;
  readonly range?: number;
  readonly speed?: number;
  readonly pierce?: number;
  readonly spares?: 'launcher' | 'own side' | 'nobody';
  /** How high it rises half-way to a place. */
  readonly hop?: number;
  /** Events raised on each whom it meets, and where it ends. */
  readonly meets?: string;
  readonly lands?: string;
  readonly payload?: Payload;
  /** A sequence that it plays, as its source, from where it is let go to where it ends. */
  readonly sequence?: string;
  /** It stays where it ends. */
  readonly stays?: boolean;
}

export interface ArenaActor {
  readonly id: string;
  /** Which actor of the kit it is. */
  readonly actor: string;
  readonly place: Place;
  readonly facing?: 1 | -1;
  readonly scale?: number;
  /** Points that it begins with, when not its actor's own. */
  readonly health?: number;
  /** Which of its sizes, from the least, 1; the largest, when left out. */
  readonly rank?: number;
}

export interface ArenaOptions {
  readonly actors: readonly ArenaActor[];
  readonly seed?: number;
  readonly comfort?: Comfort;
  /** What lies on the ground lies there, however high its body is; without it, at the body's feet. */
  readonly floor?: Floor;
  /** Points of health where the game keeps them itself: asked before each advance; harm is told in the log. */
  readonly health?: (id: string) => number | undefined;
  /** Where whoever is thrown is stopped; none where nothing is said. With an axis that points up, `top` is the one with the larger y. */
  readonly edges?: { readonly left?: number; readonly right?: number; readonly top?: number; readonly bottom?: number };
}

export interface ArenaRaise {
  readonly source?: string;
  readonly target?: string;
  /** Where it happens, if on nobody. */
  readonly place?: Place;
  /** A field that is left out has its default; a direction is that from the source to the target as the event happens. */
  readonly payload?: Payload;
}

/** How somebody is, after the last advance. */
export interface ArenaActorState {
  readonly id: string;
  readonly actor: string;
  readonly health: number;
  readonly share: number;
  /** `leaving`: despawned by the rules, and still to be drawn, because what it was struck with at that instant still shows on it. */
  readonly standing: 'up' | 'down' | 'leaving' | 'gone';
  /** Seconds of wall time until a body that is `leaving` is `gone`, as far as is known now; 0 of every other. */
  readonly leaving: number;
  /** The look by its health, or that an outcome gave it; empty for its own. */
  readonly look: string;
  readonly statuses: readonly { readonly id: string; readonly stacks: number; readonly age: number }[];
  /** Where it is, as it was put and as it went; what it was thrown by the frame's bodies tell. */
  readonly place: Place;
  readonly facing: 1 | -1;
  /** How large it is, of its actor's size, by its rank. */
  readonly scale: number;
  /** How much higher than it stands it is drawn, of what flies in a hop. */
  readonly lift: number;
  /** The move that it is in, with its age on the body's clock; undefined for none. */
  readonly move: { readonly id: string; readonly age: number; readonly phase: 'wind-up' | 'contact' | 'recovery' } | undefined;
}

/** A body that is not drawn any more, from an instant on. */
export interface ArenaDespawn {
  readonly who: string;
  readonly at: number;
}

/** The rules of a kit, decided and played. */
export interface Arena {
  readonly now: number;
  /** The player that it plays on: for sequences that no rule decides, comfort, bounds. */
  readonly player: Player;
  /** Whoever takes part. Whom an outcome has brought about, and who is gone for good, leaves it ten seconds later. */
  readonly actors: readonly ArenaActorState[];
  readonly frame: PlayerFrame;
  /** Of the last advance: instants of sounds and signals from its beginning, those of the log from the arena's. */
  readonly log: readonly ArenaLogEntry[];
  readonly sounds: readonly PlayerSound[];
  readonly signals: readonly PlayerSignal[];
  readonly moves: readonly ArenaMoveStep[];
  /** Of the last advance: bodies that were despawned, from when on they are not drawn any more. */
  readonly despawned: readonly ArenaDespawn[];
  join(actor: ArenaActor): void;
  /** Takes a body out of the arena at once, with all that shows on it. Another may join under its id. */
  leave(id: string): void;
  place(id: string, place: Place & { readonly facing?: 1 | -1; readonly velocity?: Place }): void;
  /** Raises an event now, or at an instant that is still to come; several of one instant in the order in which they were raised. */
  raise(event: string, options?: ArenaRaise, at?: number): void;
  /** Lets somebody do something, now or at an instant that is still to come. */
  act(id: string, act: ArenaAct, at?: number): void;
  /** Lets somebody begin a move, now or at an instant that is still to come, having turned to somebody if it is to. */
  move(id: string, move: string, options?: { readonly toward?: string }, at?: number): void;
  /** Lets go of the move that somebody holds. */
  letGo(id: string, at?: number): void;
  /** Raises somebody's guard, or lowers it: the first of its moves that holds and gives a status. */
  guard(id: string, up: boolean, at?: number): void;
  /** Lets somebody go somewhere, or stand where nothing is said. */
  walk(id: string, walk?: ArenaWalk, at?: number): void;
  /** Lets something fly: an actor of the kit, now or at an instant that is still to come. */
  launch(actor: string, launch: ArenaLaunch, at?: number): void;
  /** Turns somebody. */
  turn(id: string, facing: 1 | -1, at?: number): void;
  /** Decides and plays everything up to an instant, that instant included. */
  advance(to: number): void;
  /** Game seconds that passed for a body, or for the `world`, during the last advance: hit-stops and slows counted exactly. */
  elapsed(id: string): number;
}

export interface Kit {
  readonly name: string;
  readonly actors: readonly KitActor[];
  readonly sequences: readonly string[];
  readonly events: readonly KitEvent[];
  readonly assets: readonly KitAsset[];
  readonly conventions: KitConventions;
  /**
   * What `ParticleFrame.picture` indexes: the particles drawn without an asset, then the asset ids of the pictures.
   * A picture with several cells is an animated strip.
   */
  readonly particlePictures: readonly string[];
  /** How many cells a picture has: equal ones side by side, unless its asset has `frames`. */
  pictureCells(id: string): number;
  /**
   * Writes into `out` what a body shows, of an actor by its id: its clip's cell, that of the look it wears (an arena says which),
   * or its own picture's. A look's clip is as old as `seconds` says, such as the arena's `now`.
   */
  shownCell(actor: string, body: ClipFrame, out: ShownCell, look?: string, seconds?: number): ShownCell;
  /** The event whose payload a sequence takes. Throws KitError when the kit has no such sequence. */
  eventOf(sequence: string): KitEvent;
  /**
   * Prepares one more sequence for its first strike, which is a little slower without; returns how many are left. A game
   * may call it once a frame while it loads.
   */
  warm(): number;
  /** Computes a take. Throws KitError when the sequence, a payload field or an option does not exist or has the wrong type. */
  strike(sequence: string, payload?: Payload, options?: StrikeOptions): Take;
  /** Plays many strikes at once. Throws KitError where an option cannot be used. */
  player(options?: PlayerOptions): Player;
  /** Lets the kit's rules decide. Throws KitError where an option cannot be used, or the runtime was built without rules. */
  arena(options: ArenaOptions): Arena;
  /** At most so many seconds of hit-stop within so many, for each body in a player. */
  readonly stopBudget?: { readonly seconds: number; readonly within: number } | undefined;
  /** Path of an asset inside the kit, such as `assets/lance-crack.wav`. */
  assetFile(id: string): string;
}
