import type { BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';

/** What a clip sounds of: two channels at their own rate, beginning so many seconds after the first picture, or before it. */
export interface ClipSound {
  readonly left: Float32Array<ArrayBuffer>;
  readonly right: Float32Array<ArrayBuffer>;
  readonly sampleRate: number;
  readonly from: number;
  /** Playback rate: half as fast is 0.5, and an octave lower. */
  readonly speed: number;
}

/** There is nothing here to encode a clip with. */
export class NoEncoder extends Error {}

const soundRate = 48_000;
const videoBits = 6_000_000;
const soundBits = 128_000;

/** Writes pictures and their sound as WebM, as they come: VP9 or VP8, and Opus. */
export class Clip {
  private constructor(
    private readonly output: Output<WebMOutputFormat, BufferTarget>,
    private readonly pictures: CanvasSource,
    private readonly rate: number,
  ) {}

  /** Throws NoEncoder where the browser has none for its pictures or for its sound. */
  static async begin(canvas: HTMLCanvasElement, rate: number, seconds: number, sound: ClipSound | undefined): Promise<Clip> {
    // A good part of the script, and seldom wanted.
    const { AudioBufferSource, BufferTarget, CanvasSource, canEncodeAudio, getFirstEncodableVideoCodec, Output, WebMOutputFormat } =
      await import('mediabunny');
    const size = { width: canvas.width, height: canvas.height };
    const codec = typeof VideoEncoder === 'undefined' ? null : await getFirstEncodableVideoCodec(['vp9', 'vp8'], size);
    if (!codec) throw new NoEncoder('this browser has no encoder for WebM pictures');
    const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
    const pictures = new CanvasSource(canvas, { codec, bitrate: videoBits, keyFrameInterval: 1 });
    output.addVideoTrack(pictures, { frameRate: rate });
    const heard = sound && (await rendered(sound, seconds));
    if (heard && !(await canEncodeAudio('opus', { numberOfChannels: 2, sampleRate: soundRate, bitrate: soundBits })))
      throw new NoEncoder('this browser has no encoder for WebM sound');
    const track = heard && new AudioBufferSource({ codec: 'opus', bitrate: soundBits });
    if (track) output.addAudioTrack(track);
    await output.start();
    if (track && heard) {
      await track.add(heard);
      track.close();
    }
    return new Clip(output, pictures, rate);
  }

  /** Adds what is on the canvas now as the picture with that number. */
  async add(number: number): Promise<void> {
    await this.pictures.add(number / this.rate, 1 / this.rate);
  }

  async end(): Promise<Blob> {
    await this.output.finalize();
    const { buffer } = this.output.target;
    if (!buffer) throw new Error('the clip came to nothing');
    return new Blob([buffer], { type: 'video/webm' });
  }

  /** Lets go of what is encoded so far. */
  async cancel(): Promise<void> {
    await this.output.cancel();
  }
}

/** The sound as long as the pictures, at the speed at which they are shown. */
async function rendered({ left, right, sampleRate, from, speed }: ClipSound, seconds: number): Promise<AudioBuffer> {
  const context = new OfflineAudioContext(2, Math.max(1, Math.ceil(seconds * soundRate)), soundRate);
  if (left.length === 0) return context.startRendering();
  const buffer = new AudioBuffer({ numberOfChannels: 2, length: left.length, sampleRate });
  buffer.copyToChannel(left, 0);
  buffer.copyToChannel(right, 1);
  const source = new AudioBufferSourceNode(context, { buffer, playbackRate: speed });
  source.connect(context.destination);
  source.start(Math.max(0, from), Math.max(0, -from * speed));
  return context.startRendering();
}
