import { KeptPictures } from './keptPictures';

/** A picture of one px. */
function pictureUrl(): string {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = 1;
  return canvas.toDataURL();
}

describe('kept pictures', () => {
  it('are loaded once for all users, and freed after the last one', async () => {
    const pictures = new KeptPictures();
    const address = pictureUrl();
    const [one, other] = [pictures.use(address), pictures.use(address)];
    const texture = await one.texture;
    expect(await other.texture).toBe(texture);
    pictures.drop(one);
    await one.texture;
    expect(texture.destroyed).toBeFalse();
    pictures.drop(other);
    await other.texture;
    expect(texture.destroyed).toBeTrue();
    expect(await pictures.use(address).texture).not.toBe(texture);
  });

  it('are loaded again after a failure; dropping the failed one does not affect the new one', async () => {
    const pictures = new KeptPictures();
    const address = 'data:image/png;base64,';
    const missing = pictures.use(address);
    await expectAsync(missing.texture).toBeRejectedWithError(/is missing or cannot be read/);
    const again = pictures.use(address);
    expect(again).not.toBe(missing);
    pictures.drop(missing);
    expect(pictures.use(address)).toBe(again);
    await expectAsync(again.texture).toBeRejected();
  });
});
