import type { Bout } from './bout.js';
import { fontOfTexts } from './drawing.js';
import { DrillBout } from './drillBout.js';
import { sampleDrill, sampleInstant } from './instant.js';
import { Joust } from './joust.js';
import { isVector, loadPictures, missingWords } from './loadPictures.js';
import { ArchiveError, openArchive, type OpenedKit } from './openArchive.js';
import { Painter } from './painter.js';
import type { Shown } from './singleBlow.js';
import { Speaker } from './speaker.js';
import { StillBout } from './stillBout.js';
import { Wave } from './wave.js';

function find<T extends Element>(id: string): T {
  const element = document.getElementById(id);
  if (!element) throw new Error(`the page has no #${id}`);
  return element as unknown as T;
}

const message = find<HTMLElement>('message');
const log = find<HTMLOListElement>('log');
const speaker = new Speaker();
let opened: OpenedKit | undefined;
let bout: Bout | undefined;
let paused = false;
/** An instant that is shown in place of the running bout. */
let stood: StillBout | undefined;
const painter = new Painter(find<HTMLCanvasElement>('arena'), () => opened);

/** How a drill is named among sequences. */
const drillMark = 'drill:';
/** What the wave is called among drills. */
const waveMark = 'wave:';

function note(line: string): void {
  const item = document.createElement('li');
  item.textContent = line;
  log.append(item);
  while (log.children.length > 6) log.firstElementChild?.remove();
}

async function play(bytes: Uint8Array, name: string): Promise<void> {
  try {
    const next = openArchive(bytes);
    const { pictures, missing } = await loadPictures(next);
    painter.setPictures(pictures, (id) => isVector(next, id), next.played);
    await speaker.use(next);
    opened = next;
    const { kit, blows, drills } = next;
    find('kit').textContent =
      `${kit.name} from ${name}: ${kit.sequences.length} sequences` +
      (blows.length > 0 ? `, ${drills.length} drills, and rules that decide.` : '.');
    const optionsOfDrills = (mark: string): HTMLOptionElement[] => drills.map(({ id, label }) => new Option(label, mark + id));
    const waves = Wave.of(next.played, next.fighters, note) ? [new Option('one against a wave', waveMark)] : [];
    find('watch').replaceChildren(new Option('the joust', ''), ...waves, ...optionsOfDrills(''));
    find('sequence').replaceChildren(...kit.sequences.map((id) => new Option(id, id)), ...optionsOfDrills(drillMark));
    tellMissing(missing);
    watch('');
  } catch (error) {
    if (!(error instanceof ArchiveError)) throw error;
    // What was playing goes on.
    message.textContent = `${name}: ${error.message}`;
  }
}

function tellMissing(missing: readonly string[]): void {
  message.textContent = missingWords(missing);
  if (missing.length > 0) console.warn(missingWords(missing));
}

/** The joust, the wave, or a drill by its id. */
function watch(drill: string): void {
  if (!opened) return;
  const { played, drills, fighters } = opened;
  const found = drills.find(({ id }) => id === drill);
  const wave = drill === waveMark ? Wave.of(played, fighters, note) : undefined;
  // The instant shown before goes. A pause stays: the person ends it.
  stood = undefined;
  bout = wave ?? (found ? new DrillBout(played, found, note) : new Joust(played, opened, note));
  log.replaceChildren();
}

find<HTMLSelectElement>('watch').addEventListener('change', ({ target }) => watch((target as HTMLSelectElement).value));

async function fetchKit(): Promise<void> {
  try {
    const projects = (await (await fetch('/api/projects')).json()) as { id: string }[];
    // The project named in the page's address, or the first.
    const wanted = new URLSearchParams(location.search).get('project');
    const project = wanted === null ? projects.at(0) : projects.find(({ id }) => id === wanted);
    if (!project) throw new Error(wanted === null ? 'the server has no project' : `the server has no project “${wanted}”`);
    const response = await fetch(`/api/projects/${encodeURIComponent(project.id)}/kit`);
    if (!response.ok) throw new Error(((await response.json()) as { detail: string }).detail);
    await play(new Uint8Array(await response.arrayBuffer()), 'the server');
  } catch (error) {
    message.textContent = `The kit cannot be fetched: ${error instanceof Error ? error.message : String(error)}. Drop a kit’s zip here instead.`;
  }
}

async function playFile(file: File | undefined): Promise<void> {
  if (file) await play(new Uint8Array(await file.arrayBuffer()), file.name);
}

find<HTMLInputElement>('file').addEventListener('change', ({ target }) => {
  const input = target as HTMLInputElement;
  const file = input.files?.[0];
  // Emptied, so that choosing the same file again, mended, opens it again.
  input.value = '';
  void playFile(file);
});
document.addEventListener('dragover', (event) => {
  event.preventDefault();
  document.body.classList.add('dropping');
});
document.addEventListener('dragleave', () => document.body.classList.remove('dropping'));
document.addEventListener('drop', (event) => {
  event.preventDefault();
  document.body.classList.remove('dropping');
  void playFile(event.dataTransfer?.files[0]);
});
find('pause').addEventListener('click', () => setPaused(!paused));
find('sound').addEventListener('click', ({ currentTarget }) => {
  void speaker.toggle().then((on) => ((currentTarget as Element | null) ?? find('sound')).setAttribute('aria-pressed', String(on)));
});
find('instant').addEventListener('submit', (event) => {
  event.preventDefault();
  if (!opened) return;
  const value = (id: string): string => find<HTMLInputElement>(id).value;
  const { kit, played, drills } = opened;
  const [sequence, time] = [value('sequence'), value('time')];
  const drill = drills.find(({ id }) => sequence === drillMark + id);
  try {
    const rows = drill
      ? sampleDrill(played, drill, time)
      : sampleInstant(kit, { sequence, payload: value('payload'), seed: value('seed'), time });
    find('numbers')
      .querySelector('tbody')
      ?.replaceChildren(...rows.map(tableRow));
    show(drill ? StillBout.ofDrill(opened, drill, Number(time)) : StillBout.ofSequence(opened, { sequence, ...struck() }, Number(time)));
    message.textContent = '';
  } catch (error) {
    message.textContent = error instanceof Error ? error.message : String(error);
  }
});

function struck(): Pick<Shown, 'payload' | 'seed'> {
  const value = (id: string): string => find<HTMLInputElement>(id).value;
  return { payload: JSON.parse(value('payload')) as Shown['payload'], seed: Number(value('seed')) };
}

/** Shows an instant, and pauses the bout. */
function show(still: StillBout): void {
  stood = still;
  setPaused(true);
}

function setPaused(to: boolean): void {
  paused = to;
  if (!to) stood = undefined;
  find('pause').setAttribute('aria-pressed', String(to));
}

function tableRow([name, value]: [string, string | number]): HTMLTableRowElement {
  const row = document.createElement('tr');
  const exact = document.createElement('data');
  exact.value = String(value);
  exact.dataset['column'] = name;
  exact.textContent = typeof value === 'number' ? String(Number(value.toFixed(4))) : value;
  row.insertCell().textContent = name;
  row.insertCell().append(exact);
  return row;
}

let last = performance.now();
function tick(now: number): void {
  // A tab that slept does not leap ahead; a frame may have begun before it was asked for.
  const dt = Math.min(0.1, Math.max(0, now - last) / 1000);
  last = now;
  if (!paused && bout) {
    bout.advance(dt);
    speaker.play(bout.sounds);
  }
  painter.paint(stood ?? bout);
  requestAnimationFrame(tick);
}

requestAnimationFrame(tick);
void fontOfTexts();
void fetchKit();
