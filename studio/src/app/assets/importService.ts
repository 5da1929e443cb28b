import { inject, Injectable, signal } from '@angular/core';
import type { Asset } from '@undatio/core';
import { encodeWav16, freeId, type MeasuredSound } from '@undatio/core/internal';
import { firstValueFrom } from 'rxjs';
import type { DocumentState } from '../project/documentKey';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { AskedWorker } from '../shared/askedWorker';
import { fileKind, pngSize, refuseLargePicture, refuseLongSound, type FileKind } from './fileKind';

/** What became of the files that were brought in last. */
export interface ImportState {
  readonly done: number;
  readonly of: number;
  readonly running: boolean;
  readonly refused: readonly { readonly name: string; readonly why: string }[];
  /** Files whose bytes are here already, under another name. */
  readonly known: readonly { readonly name: string; readonly as: string }[];
}

/** Files that are read, decoded and kept at once. */
const mostAtOnce = 4;
const mostBytes = 64 * 1024 * 1024;
const none: ImportState = { done: 0, of: 0, running: false, refused: [], known: [] };

/** Brings files in as assets: looked at, measured off the page's thread, kept once, and added in one undo step. */
@Injectable({ providedIn: 'root' })
export class ImportService {
  private readonly api = inject(ProjectApi);
  private readonly projects = inject(ProjectService);
  readonly state = signal<ImportState>(none);
  private cancelled = false;
  private readonly worker = new AskedWorker<
    { channels: readonly Float32Array<ArrayBuffer>[]; sampleRate: number },
    { measured: MeasuredSound }
  >(() => new Worker(new URL('./sound.worker', import.meta.url), { type: 'module' }), 'the sound could not be measured');

  cancel(): void {
    this.cancelled = true;
  }

  /** Takes files in. Nothing is added when it is cancelled; what cannot be used is told and the rest is added. */
  async take(files: readonly File[]): Promise<void> {
    if (this.state().running || files.length === 0) return;
    this.cancelled = false;
    this.state.set({ ...none, of: files.length, running: true });
    const made: Asset[] = [];
    // A few are under way at once, and taken in the order in which they were given.
    const reading: Promise<Asset>[] = [];
    for (const [i, file] of files.entries()) {
      while (!this.cancelled && reading.length < files.length && reading.length < i + mostAtOnce) {
        const read = this.read(files[reading.length]);
        // Told in its turn, below.
        read.catch(() => undefined);
        reading.push(read);
      }
      if (this.cancelled) break;
      try {
        const asset = this.assetOf(file, await reading[i], made);
        if (asset) made.push(asset);
      } catch (error) {
        const why = error instanceof Error && error.name === 'Error' ? error.message : 'the server cannot keep it now';
        this.state.update((state) => ({ ...state, refused: [...state.refused, { name: file.name, why }] }));
      }
      this.state.update((state) => ({ ...state, done: state.done + 1 }));
    }
    if (!this.cancelled && made.length > 0) {
      const states = made.map((asset): DocumentState => [`assets/${asset.id}`, asset]);
      this.projects.change(made.length === 1 ? `bring in ${made[0].label}` : `bring in ${made.length} files`, states);
    }
    this.state.update((state) => ({ ...state, running: false }));
  }

  /** Puts a file in the place of an asset's: same id, same users. */
  async replace(asset: Asset, file: File): Promise<void> {
    this.state.set({ ...none, of: 1, running: true });
    try {
      const read = await this.read(file);
      if (read.type !== asset.type) throw new Error(`expected another ${asset.type}, found a ${read.type}`);
      const ending = /\.[^.]+$/.exec(read.file)?.[0] ?? '';
      const after = {
        ...asset,
        ...read,
        file: this.freeFile(asset, ending),
        id: asset.id,
        label: asset.label,
        tags: asset.tags,
      };
      this.projects.editDocument(`assets/${asset.id}`, `replace ${asset.label}`, () => after as Asset);
    } catch (error) {
      this.state.update((state) => ({ ...state, refused: [{ name: file.name, why: (error as Error).message }] }));
    }
    this.state.update((state) => ({ ...state, done: 1, running: false }));
  }

  /** Writes a sound's file anew as 16-bit WAV, without so many seconds of its beginning. What it was comes back by undoing it. */
  async rewrite(asset: Asset, label: string, without: number): Promise<void> {
    this.state.set({ ...none, of: 1, running: true });
    try {
      const response = await fetch(this.api.assetUrl(this.projects.project, asset.id));
      if (!response.ok) throw new Error('its file is missing');
      const { channels, sampleRate } = await decoded(new Uint8Array(await response.arrayBuffer()));
      // A moment is left, so that nothing of the first rise is lost.
      const from = Math.max(0, Math.floor((without - 0.002) * sampleRate));
      const cut = channels.map((channel) => channel.slice(from));
      const bytes = encodeWav16(cut, sampleRate);
      const after = {
        ...asset,
        file: this.freeFile(asset, '.wav'),
        sha256: await this.keep(new Blob([bytes])),
        ...(await this.measureSamples(cut, sampleRate)),
      };
      this.projects.editDocument(`assets/${asset.id}`, label, () => after as Asset);
    } catch (error) {
      this.state.update((state) => ({ ...state, refused: [{ name: asset.label, why: (error as Error).message }] }));
    }
    this.state.update((state) => ({ ...state, done: 1, running: false }));
  }

  /** Where an asset's file lies under another ending: beside what other assets have there already. */
  private freeFile({ id, file }: Asset, ending: string): string {
    const taken = new Set(this.projects.project?.assets.flatMap((other) => (other.id === id ? [] : [other.file])));
    const base = file.replace(/\.[^./]+$/, '');
    let free = `${base}${ending}`;
    for (let i = 2; taken.has(free); i++) free = `${base}-${i}${ending}`;
    return free;
  }

  /** The asset that a file becomes; undefined where its bytes are here already. */
  private assetOf(file: File, read: Asset, made: readonly Asset[]): Asset | undefined {
    const all = [...(this.projects.project?.assets ?? []), ...made];
    const known = all.find(({ sha256 }) => sha256 === read.sha256);
    if (known) {
      this.state.update((state) => ({ ...state, known: [...state.known, { name: file.name, as: known.label }] }));
      return undefined;
    }
    const id = freeId(baseName(file.name), new Set(all.map((asset) => asset.id)), read.type);
    const ending = /\.[^.]+$/.exec(read.file)?.[0] ?? '';
    return { ...read, id, file: `${read.type === 'sound' ? 'sounds' : 'pictures'}/${id}${ending}` } as Asset;
  }

  /** Looks at a file, measures it, and has its bytes kept. Throws an Error for a person when it cannot be used. */
  private async read(file: File): Promise<Asset> {
    if (file.size > mostBytes) throw new Error(`expected at most ${mostBytes / 1024 / 1024} MB, found ${Math.round(file.size / 1e6)} MB`);
    let bytes = new Uint8Array(await file.arrayBuffer());
    const kind = fileKind(file.name, bytes);
    const label = wordsOf(file.name);
    const common = { id: 'new', label, tags: tagsOf(file.name) };
    if (kind === 'wav' || kind === 'audio') {
      // The file itself is kept: its bytes go to the decoder.
      return { type: 'sound', ...common, file: file.name, sha256: await this.keep(file), ...(await this.measure(bytes)) };
    }
    if (kind === 'svg') bytes = await safeSvg(bytes);
    if (kind === 'png') {
      const { width, height } = pngSize(bytes);
      refuseLargePicture(width, height);
    }
    const size = await pictureSize(bytes, kind);
    const sha256 = await this.keep(kind === 'svg' ? new Blob([bytes]) : file);
    return { type: 'picture', ...common, file: file.name, sha256, cells: 1, ...size };
  }

  private async keep(file: Blob): Promise<string> {
    const { sha256 } = await firstValueFrom(this.api.keepBytes(file));
    return sha256;
  }

  private async measure(bytes: Uint8Array<ArrayBuffer>): Promise<MeasuredSound> {
    const { channels, sampleRate } = await decoded(bytes);
    return this.measureSamples(channels, sampleRate);
  }

  /** Measures samples off the page's thread, which takes them along. */
  private async measureSamples(channels: readonly Float32Array<ArrayBuffer>[], sampleRate: number): Promise<MeasuredSound> {
    const { measured } = await this.worker.ask(
      { channels, sampleRate },
      channels.map(({ buffer }) => buffer),
    );
    return measured;
  }
}

/** A sound's samples; its bytes are used up. Throws an Error for a person where the browser makes nothing of it. */
async function decoded(bytes: Uint8Array<ArrayBuffer>): Promise<{ channels: Float32Array<ArrayBuffer>[]; sampleRate: number }> {
  let sound: AudioBuffer;
  try {
    // Decoding is the browser's own thread's work, and takes the buffer with it.
    sound = await new OfflineAudioContext(1, 1, 48000).decodeAudioData(bytes.buffer);
  } catch {
    throw new Error('it is no sound that can be decoded: cut short, or in a form that the browser does not know');
  }
  if (sound.length === 0) throw new Error('it is empty: there is no sound in it');
  refuseLongSound(sound.duration);
  const channels = Array.from({ length: sound.numberOfChannels }, (_, c) => sound.getChannelData(c).slice());
  return { channels, sampleRate: sound.sampleRate };
}

const mostUses = 500;

/** The SVG without what could run or reach outside. Throws an Error for a person where nothing would be left, or it explodes. */
async function safeSvg(bytes: Uint8Array): Promise<Uint8Array<ArrayBuffer>> {
  const text = new TextDecoder().decode(bytes);
  if (text.includes('<!ENTITY')) throw new Error('it defines entities, which a picture has no need of');
  const uses = text.split('<use').length - 1;
  if (uses > mostUses) throw new Error(`expected at most ${mostUses} uses of other parts, found ${uses}`);
  const { default: purify } = await import('dompurify');
  // Handlers go first: a page that forbids them would report each that it meets.
  const mute = text.replace(/\son[a-z]+\s*=\s*(?:"[^"]*"|'[^']*')/gi, '');
  const clean = purify.sanitize(mute, { USE_PROFILES: { svg: true, svgFilters: true }, ADD_TAGS: ['use'], ADD_ATTR: ['xmlns'] });
  const root = new DOMParser().parseFromString(clean, 'image/svg+xml').documentElement;
  if (root.localName !== 'svg') throw new Error('it is no whole SVG');
  for (const element of root.querySelectorAll('[href], [*|href]'))
    for (const name of ['href', 'xlink:href'])
      if (!/^(?:#|data:image\/(?:png|jpeg|webp);)/.test(element.getAttribute(name) ?? '#')) element.removeAttribute(name);
  for (const name of ['width', 'height'] as const)
    if (!/^\d+(\.\d+)?(px)?$/.test(root.getAttribute(name) ?? '')) {
      const [, , width = '', height = ''] = (root.getAttribute('viewBox') ?? '').trim().split(/[\s,]+/);
      const size = name === 'width' ? width : height;
      if (!(Number(size) > 0)) throw new Error('it says no size: expected width and height, or a viewBox');
      root.setAttribute(name, size);
    }
  root.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  return new TextEncoder().encode(new XMLSerializer().serializeToString(root));
}

async function pictureSize(bytes: Uint8Array, kind: FileKind): Promise<{ width: number; height: number }> {
  const type = kind === 'svg' ? 'image/svg+xml' : `image/${kind}`;
  const address = URL.createObjectURL(new Blob([bytes as BlobPart], { type }));
  try {
    const picture = new Image();
    picture.src = address;
    await picture.decode();
    refuseLargePicture(picture.naturalWidth, picture.naturalHeight);
    return { width: picture.naturalWidth, height: picture.naturalHeight };
  } catch (error) {
    if (error instanceof Error && error.name === 'Error') throw error;
    throw new Error('it is no picture that can be shown: cut short or damaged');
  } finally {
    URL.revokeObjectURL(address);
  }
}

function baseName(name: string): string {
  return name.replace(/\.[^.]+$/, '');
}

/** `heavy_hit-02.wav` is read as “heavy hit 02”. */
function wordsOf(name: string): string {
  const words = baseName(name)
    .replace(/[_\-.]+/g, ' ')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .trim();
  return (words || 'unnamed').slice(0, 80);
}

/** The words of a name that are no numbers, for finding. */
function tagsOf(name: string): string[] {
  const words = wordsOf(name).toLowerCase().split(/\s+/);
  return [...new Set(words.filter((word) => /[a-z]{2}/.test(word)))].slice(0, 8).map((word) => word.slice(0, 40));
}
