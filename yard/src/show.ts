import { fontOfTexts } from './drawing.js';
import { openArchive } from './openArchive.js';
import { isVector, loadPictures, missingWords } from './loadPictures.js';
import { Painter } from './painter.js';
import { SingleBlow, type Shown } from './singleBlow.js';
import { Speaker } from './speaker.js';
import { StillBout } from './stillBout.js';

/**
 * The page of one sequence: it carries its kit and its runtime, and plays by itself wherever it is opened. With `#at=0.25` in its
 * address it shows that instant, in seconds from contact, and holds still until it is struck.
 */

function find<T extends Element>(id: string): T {
  const element = document.getElementById(id);
  if (!element) throw new Error(`the page has no #${id}`);
  return element as unknown as T;
}

function bytesOf(id: string): Uint8Array {
  return Uint8Array.from(atob(find(id).textContent?.trim() ?? ''), (character) => character.charCodeAt(0));
}

const speaker = new Speaker();
let blow: SingleBlow | undefined;
let speed = 1;
let paused = false;
/** The instant that the address asks for. */
let still: StillBout | undefined;

/** Seconds from contact past which no instant is shown. */
const farthest = 60;

/** Seconds from contact in a page's address, at most a minute; undefined if the address has no number. */
function instantIn(hash: string): number | undefined {
  const said = /^#at=(-?\d+(?:\.\d+)?)$/.exec(hash)?.[1];
  return said === undefined ? undefined : Math.min(farthest, Math.max(-farthest, Number(said)));
}

async function open(): Promise<void> {
  const opened = openArchive(bytesOf('kit'));
  const shown = JSON.parse(new TextDecoder().decode(bytesOf('shown'))) as Shown;
  const canvas = find<HTMLCanvasElement>('stage');
  const painter = new Painter(canvas, () => opened);
  const { pictures, missing } = await loadPictures(opened);
  painter.setPictures(pictures, (id) => isVector(opened, id), opened.played);
  find('message').textContent = missingWords(missing);
  if (missing.length > 0) console.warn(missingWords(missing));
  await fontOfTexts();
  await speaker.use(opened);
  blow = new SingleBlow(opened, shown);
  // What the kit cannot strike is told before anything is shown.
  blow.strike();
  /** Size of the canvas when it was last painted; empty if another instant is to be painted. */
  let painted = '';
  const hold = (): void => {
    painted = '';
    const t = instantIn(location.hash);
    still = t === undefined ? undefined : StillBout.ofSequence(opened, shown, t);
  };
  addEventListener('hashchange', hold);
  hold();
  let last = performance.now();
  const tick = (now: number): void => {
    // A page that slept does not leap ahead; a frame may have begun before it was asked for.
    const dt = Math.min(0.1, Math.max(0, now - last) / 1000);
    last = now;
    if (!paused && !still && blow) {
      blow.advance(dt * speed);
      // A sound that is slowed is another sound.
      if (speed === 1) speaker.play(blow.sounds);
    }
    // A held instant is painted again only if the canvas changes its size.
    const size = `${canvas.clientWidth} × ${canvas.clientHeight}`;
    if (!still || size !== painted) painter.paint(still ?? blow);
    painted = size;
    requestAnimationFrame(tick);
  };
  requestAnimationFrame(tick);
}

function strike(): void {
  still = undefined;
  blow?.strike();
}

find('strike').addEventListener('click', strike);
find('pause').addEventListener('click', ({ currentTarget }) => {
  paused = !paused;
  (currentTarget as Element).setAttribute('aria-pressed', String(paused));
});
find('sound').addEventListener('click', () => {
  void speaker.toggle().then((on) => find('sound').setAttribute('aria-pressed', String(on)));
});
find<HTMLSelectElement>('speed').addEventListener('change', ({ target }) => (speed = Number((target as HTMLSelectElement).value)));
document.addEventListener('keydown', (event) => {
  const { target } = event;
  if (event.key !== ' ' || (target instanceof HTMLElement && target.matches('button, select'))) return;
  event.preventDefault();
  strike();
});

open().catch((error: unknown) => {
  find('message').textContent = `This page cannot be played: ${error instanceof Error ? error.message : String(error)}`;
});
