import { Texture } from 'pixi.js';

/**
 * Loads a picture as a texture through an image element, which never runs what a picture may carry.
 * Rejects with the address when it is missing.
 */
export async function loadPicture(url: string): Promise<Texture> {
  const image = new Image();
  image.src = url;
  try {
    await image.decode();
  } catch {
    throw new Error(`the picture ${url} is missing or cannot be read`);
  }
  return Texture.from(image);
}
