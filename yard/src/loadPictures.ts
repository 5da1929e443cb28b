import type { OpenedKit } from './openArchive.js';

const pictureTypes: Readonly<Record<string, string>> = { svg: 'image/svg+xml', png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

function typeOf(path: string): string {
  return path.slice(path.lastIndexOf('.') + 1).toLowerCase();
}

/** The pictures of a kit by their ids, and the ids of those that are not there or cannot be read. */
export interface LoadedPictures {
  readonly pictures: Map<string, HTMLImageElement>;
  readonly missing: readonly string[];
}

export async function loadPictures({ kit, file }: Pick<OpenedKit, 'kit' | 'file'>): Promise<LoadedPictures> {
  const pictures = new Map<string, HTMLImageElement>();
  const missing: string[] = [];
  for (const { id, type, file: path } of kit.assets) {
    if (type !== 'picture') continue;
    const image = await readPicture(file(path), path);
    if (image) pictures.set(id, image);
    else missing.push(id);
  }
  return { pictures, missing };
}

async function readPicture(bytes: Uint8Array | undefined, path: string): Promise<HTMLImageElement | undefined> {
  if (!bytes) return undefined;
  const image = new Image();
  const address = URL.createObjectURL(new Blob([bytes.slice()], { type: pictureTypes[typeOf(path)] ?? 'image/png' }));
  image.src = address;
  try {
    await image.decode();
    return image;
  } catch {
    return undefined;
  } finally {
    URL.revokeObjectURL(address);
  }
}

/** Whether a picture of the kit is a vector picture. */
export function isVector({ kit }: Pick<OpenedKit, 'kit'>, id: string): boolean {
  return typeOf(kit.assetFile(id)) === 'svg';
}

/** The message for missing pictures, with their ids; empty if none is missing. */
export function missingWords(missing: readonly string[]): string {
  if (missing.length === 0) return '';
  const many = missing.length > 1;
  return `${many ? `${missing.length} pictures` : 'A picture'} of the kit ${many ? 'are' : 'is'} missing or cannot be read: ${missing.join(', ')}. What shows ${many ? 'them' : 'it'} is not drawn.`;
}
