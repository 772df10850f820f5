/** A picture that was taken in: drawn anew on this device, so that nothing but its points is left. */
export interface TakenPicture {
  /** A JPEG as a data address. */
  address: string;
  width: number;
  height: number;
  blob: Blob;
}

export const MOST_BYTES = 12_000_000;
const MOST_EDGE = 1600;
const QUALITY = 0.86;

/**
 * Takes a picture file in.
 *
 * @throws an Error with a sentence when it is too large or no picture
 */
export async function takePicture(file: File): Promise<TakenPicture> {
  if (file.size > MOST_BYTES) {
    throw new Error(`The picture is larger than ${MOST_BYTES / 1e6} MB. Take a smaller one.`);
  }
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error('That is no picture this can read. Take a JPEG, PNG or WebP.');
  }
  const scale = Math.min(1, MOST_EDGE / Math.max(bitmap.width, bitmap.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(bitmap.width * scale));
  canvas.height = Math.max(1, Math.round(bitmap.height * scale));
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!blob) throw new Error('The picture could not be drawn here.');
  return {
    address: canvas.toDataURL('image/jpeg', QUALITY),
    width: canvas.width,
    height: canvas.height,
    blob,
  };
}
