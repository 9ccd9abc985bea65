/** Saves an SVG drawing as a PNG on this device, twice as large as it is on screen, on paper white. */
export async function savePicture(name: string, svg: string, width: number, height: number): Promise<void> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [2 * width, 2 * height];
  const pen = canvas.getContext('2d')!;
  pen.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--paper').trim() || '#ffffff';
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(image, 0, 0, canvas.width, canvas.height);
  const link = document.createElement('a');
  link.href = canvas.toDataURL('image/png');
  link.download = name;
  link.click();
}
