import { inject, Injectable } from '@angular/core';
import type { Project, SoundCue } from '@undatio/core';
import { DrillTake } from '@undatio/core/internal';
import { BehaviorSubject } from 'rxjs';
import { ProjectApi } from '../project/projectApi';
import { ProjectService } from '../project/projectService';
import { PlaybackService, type PlayStart } from './playbackService';
import type { Run } from './stageTake';

export interface AudioState {
  readonly volume: number;
  readonly muted: boolean;
  /** Clips whose file could not be fetched or decoded. */
  readonly missing: readonly string[];
  /** Sounds handed to the output since the page was opened. */
  readonly played: number;
}

/** Seconds of a drill whose sounds are handed over together. */
const ahead = 4;
/** Files that are fetched and decoded at once. */
const mostAtOnce = 6;

/**
 * Plays a take's sounds in step with the playhead. Clips are fetched and decoded ahead; the output itself is made at the
 * first strike, because browsers allow sound only after a gesture.
 */
@Injectable({ providedIn: 'root' })
export class AudioService {
  private readonly api = inject(ProjectApi);
  private readonly state = new BehaviorSubject<AudioState>({ volume: 0.8, muted: false, missing: [], played: 0 });
  private readonly clips = new Map<string, AudioBuffer>();
  /** The bytes that were asked for of each clip. */
  private readonly asked = new Map<string, string>();
  /** Clips whose files are to be fetched still, and how many are under way. */
  private readonly waiting: { readonly id: string; readonly url: string }[] = [];
  private fetching = 0;
  private decoder: OfflineAudioContext | undefined;
  /** Hands over what is heard next of a drill. */
  private later: ReturnType<typeof setTimeout> | undefined;
  private readonly ringing = new Set<AudioBufferSourceNode>();
  private output: { context: AudioContext; gain: GainNode } | undefined;

  readonly state$ = this.state.asObservable();
  /** What is heard instead of the take that plays; and what plays now, while it does. */
  private instead: Run | undefined;
  private playing: (PlayStart & { readonly began: number }) | undefined;

  constructor() {
    const playback = inject(PlaybackService);
    inject(ProjectService).project$.subscribe((project) => this.fetchClips(project));
    playback.starts$.subscribe((start) => this.play(start));
    playback.stops$.subscribe(() => {
      this.playing = undefined;
      this.silence();
    });
  }

  setVolume(volume: number): void {
    this.change({ volume, muted: false });
  }

  toggleMute(): void {
    this.change({ muted: !this.state.value.muted });
  }

  private change(part: Partial<AudioState>): void {
    this.state.next({ ...this.state.value, ...part });
    const { volume, muted } = this.state.value;
    // Squared, because loudness is heard roughly as the square root of amplitude.
    if (this.output) this.output.gain.gain.value = muted ? 0 : volume * volume;
  }

  /** Fetches what is not there yet: what the first sequences play first, and never more than a few files at once. */
  private fetchClips(project: Project): void {
    const sounds = new Map(project.assets.flatMap((asset) => (asset.type === 'sound' ? [[asset.id, asset]] : [])));
    const used = project.sequences.flatMap(({ effects }) => effects.flatMap((effect) => (effect.kind === 'sound' ? effect.clips : [])));
    for (const id of new Set([...used, ...sounds.keys()])) {
      const asset = sounds.get(id);
      if (!asset || this.asked.get(id) === asset.sha256) continue;
      this.asked.set(id, asset.sha256);
      this.waiting.push({ id, url: this.api.assetUrl(project, id) });
    }
    this.fetchOn();
  }

  private fetchOn(): void {
    for (const { id, url } of this.waiting.splice(0, mostAtOnce - this.fetching)) {
      this.decoder ??= new OfflineAudioContext(1, 1, 44100);
      this.fetching++;
      void this.fetchClip(url, id, this.decoder).finally(() => {
        this.fetching--;
        this.fetchOn();
      });
    }
  }

  private async fetchClip(url: string, id: string, decoder: OfflineAudioContext): Promise<void> {
    try {
      const response = await fetch(url);
      if (!response.ok) throw new Error(response.statusText);
      this.clips.set(id, await decoder.decodeAudioData(await response.arrayBuffer()));
      if (this.state.value.missing.includes(id)) this.change({ missing: this.state.value.missing.filter((other) => other !== id) });
    } catch {
      this.change({ missing: [...this.state.value.missing, id] });
    }
  }

  /** Lets another run be heard instead of the one that plays, from where that stands; without one, that again. */
  hear(run: Run | undefined): void {
    if (run === this.instead) return;
    this.instead = run;
    const { playing, output } = this;
    if (!playing || !output) return;
    const from = playing.from + (output.context.currentTime - playing.began) * playing.speed;
    this.silence();
    this.play({ ...playing, from });
  }

  private play(start: PlayStart): void {
    const { from, speed } = start;
    const take = this.instead ?? start.take;
    const output = this.ready();
    const began = output.context.currentTime;
    this.playing = { ...start, began };
    const hand = (cues: readonly SoundCue[]): void => {
      const due = cues.filter(({ start }) => start >= from);
      this.count(due.filter((cue) => this.schedule(output, cue, began + (cue.start - from) / speed, speed)).length);
    };
    clearTimeout(this.later);
    if (!(take instanceof DrillTake)) return hand(take.sounds);
    // A drill may be long: what is heard of it is found as it comes.
    const handFrom = (at: number): void => {
      hand(take.soundsWithin(at, at + ahead));
      if (at + ahead < take.duration)
        this.later = setTimeout(
          () => handFrom(at + ahead),
          ((at + ahead / 2 - from) / speed - (output.context.currentTime - began)) * 1000,
        );
    };
    handFrom(from);
  }

  private schedule({ context, gain }: { context: AudioContext; gain: GainNode }, cue: SoundCue, when: number, speed: number): boolean {
    const buffer = this.clips.get(cue.clip);
    if (!buffer) return false;
    const source = new AudioBufferSourceNode(context, { buffer, playbackRate: cue.rate * speed });
    const level = new GainNode(context, { gain: cue.gain });
    const pan = new StereoPannerNode(context, { pan: Math.min(1, Math.max(-1, cue.pan)) });
    source.connect(level).connect(pan).connect(gain);
    source.start(when);
    if (cue.cut > 0) source.stop(when + cue.cut / speed);
    this.ringing.add(source);
    source.onended = () => this.ringing.delete(source);
    return true;
  }

  /** Tells once how many sounds were scheduled together. */
  private count(sounds: number): void {
    if (sounds > 0) this.change({ played: this.state.value.played + sounds });
  }

  /** Plays one clip by itself, as recorded; the one before it stops. */
  preview(clip: string): void {
    this.previewTogether([clip], 0);
  }

  /** Plays clips as recorded, each so many seconds after the one before has begun. */
  previewTogether(clips: readonly string[], gap: number): void {
    this.silence();
    const output = this.ready();
    const scheduled = clips.filter((clip, i) => {
      const cue = { effect: '', clip, start: 0, gain: 1, rate: 1, pan: 0, cut: 0, gap: 0, voices: 1 };
      return this.schedule(output, cue, output.context.currentTime + i * gap, 1);
    });
    this.count(scheduled.length);
  }

  /** Plays samples as they are; what sounded before stops. */
  playSamples(channels: readonly Float32Array<ArrayBuffer>[], sampleRate: number): void {
    this.silence();
    const { context, gain } = this.ready();
    const buffer = new AudioBuffer({ length: channels[0].length, numberOfChannels: channels.length, sampleRate });
    channels.forEach((samples, c) => buffer.copyToChannel(samples, c));
    const source = new AudioBufferSourceNode(context, { buffer });
    source.connect(gain);
    source.start();
    this.ringing.add(source);
    source.onended = () => this.ringing.delete(source);
  }

  private silence(): void {
    clearTimeout(this.later);
    for (const source of this.ringing) source.stop();
    this.ringing.clear();
  }

  private ready(): { context: AudioContext; gain: GainNode } {
    if (!this.output) {
      const context = new AudioContext({ latencyHint: 'interactive' });
      const gain = new GainNode(context);
      gain.connect(context.destination);
      this.output = { context, gain };
      this.change({});
    }
    void this.output.context.resume();
    return this.output;
  }
}
