/** What a file is by its bytes, whatever its name says. */
export type FileKind = 'wav' | 'audio' | 'png' | 'jpeg' | 'webp' | 'svg';

/** Names that each kind may have. */
const endings: Readonly<Record<FileKind, readonly string[]>> = {
  wav: ['wav', 'wave'],
  audio: ['mp3', 'ogg', 'oga', 'opus', 'flac', 'm4a', 'aac', 'webm'],
  png: ['png'],
  jpeg: ['jpg', 'jpeg'],
  webp: ['webp'],
  svg: ['svg'],
};

/** Reads what a file is from how it begins. Throws an Error for a person when it is nothing of use, or other than its name. */
export function fileKind(name: string, bytes: Uint8Array): FileKind {
  if (bytes.length === 0) throw new Error('it is empty');
  const ending = /\.([^.]+)$/.exec(name)?.[1]?.toLowerCase() ?? '';
  const named = (Object.keys(endings) as FileKind[]).find((kind) => endings[kind].includes(ending));
  const found = kindOf(bytes) ?? (named === 'audio' ? 'audio' : undefined);
  if (!found) throw new Error('expected a sound or a picture (WAV, PNG, JPEG, WebP, SVG, or what the browser can play)');
  if (named && named !== found) throw new Error(`its name says ${ending}, its contents are ${found}`);
  if (isCutShort(found, bytes)) throw new Error('it is cut short');
  return found;
}

/** Whether a file ends before its format says that it does. Browsers show what there is of it all the same. */
function isCutShort(kind: FileKind, bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tail = String.fromCharCode(...bytes.subarray(-64));
  switch (kind) {
    case 'png':
      return !tail.includes('IEND');
    case 'jpeg':
      return !tail.includes('\xff\xd9');
    case 'wav':
    case 'webp': {
      // What is written as it is recorded never learns its size.
      const claimed = view.getUint32(4, true);
      return claimed !== 0 && claimed !== 0xffffffff && claimed + 8 > bytes.length + 1;
    }
    default:
      return false;
  }
}

function kindOf(bytes: Uint8Array): FileKind | undefined {
  const head = String.fromCharCode(...bytes.subarray(0, 512));
  if (head.startsWith('\x89PNG\r\n\x1a\n')) return 'png';
  if (head.startsWith('\xff\xd8\xff')) return 'jpeg';
  if (head.startsWith('RIFF') && head.startsWith('WEBP', 8)) return 'webp';
  if (/^(?:RIFF|RF64)/.test(head) && head.startsWith('WAVE', 8)) return 'wav';
  if (/^(?:OggS|fLaC|ID3|\xff[\xe2-\xff])/.test(head) || head.startsWith('ftyp', 4)) return 'audio';
  if (/<svg[\s>]/.test(head) || /^\s*(?:\xef\xbb\xbf)?\s*<\?xml/.test(head)) return 'svg';
  return undefined;
}

const most = { side: 8192, seconds: 600 };

/** px of a PNG by its header, before anybody decodes it. Throws an Error for a person where it is cut short or too large. */
export function refuseLargePicture(width: number, height: number): void {
  if (width < 1 || height < 1) throw new Error('it shows nothing: it has no size');
  if (width > most.side || height > most.side) throw new Error(`expected at most ${most.side} px a side, found ${width} × ${height}`);
}

export function pngSize(bytes: Uint8Array): { width: number; height: number } {
  if (bytes.length < 24) throw new Error('it is cut short');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return { width: view.getUint32(16), height: view.getUint32(20) };
}

export function refuseLongSound(duration: number): void {
  if (duration > most.seconds) throw new Error(`expected at most ${most.seconds} s of sound, found ${Math.round(duration)} s`);
}
