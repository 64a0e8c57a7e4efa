import type { Photograph } from "./state";

/** What cannot be opened as a picture, in words for the person. */
export class NoPicture extends Error {}

/** A picture with its size, upright as the browser draws it. */
export function opened(url: string, name: string, file: Blob | null): Promise<Photograph> {
  return new Promise((resolve, reject) => {
    const image = new Image();
    image.onload = () =>
      resolve({ url, width_px: image.naturalWidth, height_px: image.naturalHeight, file });
    image.onerror = () =>
      reject(
        new NoPicture(
          /\.hei[cf]$/i.test(name)
            ? `${name} is a HEIC picture, which cannot be opened here: save or share it as JPEG and choose that.`
            : `${name} cannot be opened as a picture: choose a JPEG, PNG or WebP.`,
        ),
      );
    image.src = url;
  });
}
