import type { PlayerSound } from '@undatio/core/runtime';
import type { OpenedKit } from './openArchive.js';

/** Plays a player's sounds. Silent until a person switches it on, as browsers ask. */
export class Speaker {
  private context: AudioContext | undefined;
  private clips = new Map<string, AudioBuffer>();
  private opened: OpenedKit | undefined;
  private readonly voices = new Map<number, AudioBufferSourceNode>();

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

  /** Begins and stops what the player told of its last advance. */
  play(sounds: readonly PlayerSound[]): void {
    const { context, voices } = this;
    if (!context) return;
    for (const sound of sounds) {
      if (sound.type === 'stop') {
        voices.get(sound.voice)?.stop();
        continue;
      }
      const buffer = this.clips.get(sound.clip);
      if (!buffer) {
        void this.load(sound.clip);
        continue;
      }
      const source = new AudioBufferSourceNode(context, { buffer, playbackRate: sound.rate });
      const gain = new GainNode(context, { gain: sound.gain });
      const pan = new StereoPannerNode(context, { pan: sound.pan });
      source.connect(gain).connect(pan).connect(context.destination);
      const when = context.currentTime + sound.at;
      source.start(when);
      if (sound.cut > 0) source.stop(when + sound.cut);
      voices.set(sound.voice, source);
      source.addEventListener('ended', () => voices.delete(sound.voice));
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
