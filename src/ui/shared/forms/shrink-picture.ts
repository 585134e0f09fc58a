/** The same as the server keeps: no picture need be larger on its way there. */
const longestEdge = 1600;

/**
 * A picture made small on the device that took it: JPEG, at most 1600 pixels along its longer edge. One that the
 * browser cannot read, or that is small already, comes back as it is: the server says what is wrong with it.
 */
export async function shrinkPicture(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file);
    const scale = Math.min(1, longestEdge / Math.max(picture.width, picture.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    const context = canvas.getContext('2d')!;
    context.fillStyle = '#fff';
    context.fillRect(0, 0, canvas.width, canvas.height);
    context.drawImage(picture, 0, 0, canvas.width, canvas.height);
    picture.close();
    const small = await new Promise<Blob | null>((resolve) =>
      canvas.toBlob(resolve, 'image/jpeg', 0.82),
    );
    return small && small.size < file.size ? small : file;
  } catch {
    return file;
  }
}
