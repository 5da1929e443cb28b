import type { OpenedKit } from './openArchive.js';

const pictureTypes: Readonly<Record<string, string>> = { svg: 'image/svg+xml', png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

function pictureType(path: string): string {
  return pictureTypes[path.slice(path.lastIndexOf('.') + 1).toLowerCase()] ?? 'image/png';
}

/** The pictures of a kit by their ids; one that is not there or cannot be read is left out. */
export async function loadPictures({ kit, file }: OpenedKit): Promise<Map<string, HTMLImageElement>> {
  const pictures = new Map<string, HTMLImageElement>();
  // The particles that are drawn without an asset have no file.
  for (const id of kit.particlePictures) {
    try {
      const path = kit.assetFile(id);
      const bytes = file(path);
      if (!bytes) continue;
      const image = new Image();
      const address = URL.createObjectURL(new Blob([bytes.slice()], { type: pictureType(path) }));
      image.src = address;
      await image.decode().finally(() => URL.revokeObjectURL(address));
      pictures.set(id, image);
    } catch {
      // A kit without this picture: the beetle is drawn plainly.
    }
  }
  return pictures;
}
