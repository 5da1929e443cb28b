import type { Take } from '@undatio/core/runtime';
import type { OpenedKit } from './openArchive.js';

/** Plays a take's sounds. Silent until a person switches it on, as browsers ask. */
export class Speaker {
  private context: AudioContext | undefined;
  private clips = new Map<string, AudioBuffer>();
  private opened: OpenedKit | undefined;

  /** Takes the clips of another kit. */
  async use(opened: OpenedKit): Promise<void> {
    this.opened = opened;
    this.clips = new Map();
    if (!this.context) return;
    for (const sequence of opened.kit.sequences) {
      for (let seed = 0; seed < 12; seed++) {
        for (const { clip } of opened.kit.strike(sequence, {}, { seed }).sounds) await this.load(clip);
      }
    }
  }

  /** Switches sound on or off; returns whether it is on. */
  async toggle(): Promise<boolean> {
    if (this.context) {
      await this.context.close();
      this.context = undefined;
      return false;
    }
    this.context = new AudioContext();
    if (this.opened) await this.use(this.opened);
    return true;
  }

  /** Schedules the take's sounds; `age` is where it stands now, in seconds from contact. */
  play(take: Take, age: number): void {
    const { context } = this;
    if (!context) return;
    for (const cue of take.sounds) {
      const buffer = this.clips.get(cue.clip);
      if (!buffer) {
        void this.load(cue.clip);
        continue;
      }
      const source = new AudioBufferSourceNode(context, { buffer, playbackRate: cue.rate });
      const gain = new GainNode(context, { gain: cue.gain });
      const pan = new StereoPannerNode(context, { pan: Math.min(1, Math.max(-1, cue.pan)) });
      source.connect(gain).connect(pan).connect(context.destination);
      const when = context.currentTime + Math.max(0, cue.start - age);
      source.start(when);
      if (cue.cut > 0) source.stop(when + cue.cut);
    }
  }

  private async load(clip: string): Promise<void> {
    const { context, opened } = this;
    const bytes = opened && !this.clips.has(clip) ? opened.file(opened.kit.assetFile(clip)) : undefined;
    if (!context || !bytes) return;
    const buffer = await context.decodeAudioData(bytes.slice().buffer);
    this.clips.set(clip, buffer);
  }
}
