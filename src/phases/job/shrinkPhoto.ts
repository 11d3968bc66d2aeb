/**
 * A photo small enough for a slow line: at most 1600 px, JPEG. Falls back to the file as it is where the
 * browser cannot read it.
 */
export async function shrinkPhoto(photo: File): Promise<Blob> {
  try {
    const bitmap = await createImageBitmap(photo, { imageOrientation: "from-image" });
    const scale = Math.min(1, 1600 / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
    canvas.getContext("2d")!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    bitmap.close();
    return (await new Promise<Blob | null>((r) => canvas.toBlob(r, "image/jpeg", 0.82))) ?? photo;
  } catch {
    return photo;
  }
}
