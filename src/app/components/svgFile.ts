/** What a drawing takes from the page's own styles and has to carry along. */
const CARRIED = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linejoin',
  'stroke-linecap',
  'stroke-opacity',
  'opacity',
  'font-size',
  'font-family',
  'font-weight',
  'text-anchor',
  'display',
] as const;

const SVG = 'http://www.w3.org/2000/svg';

/** A drawing on the page as a file of its own: every style it has from the page is written into it, on a ground of one colour. */
export function svgFile(drawing: SVGSVGElement, ground: string): string {
  const { width, height } = drawing.getBoundingClientRect();
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  const originals = [drawing, ...drawing.querySelectorAll('*')];
  for (const [i, element] of [copy, ...copy.querySelectorAll('*')].entries()) {
    const style = getComputedStyle(originals[i] as Element);
    for (const name of CARRIED) element.setAttribute(name, style.getPropertyValue(name));
    for (const name of ['class', 'style', 'tabindex']) element.removeAttribute(name);
  }
  if (!copy.hasAttribute('viewBox')) copy.setAttribute('viewBox', `0 0 ${width} ${height}`);
  copy.setAttribute('xmlns', SVG);
  copy.setAttribute('width', String(Math.round(width)));
  copy.setAttribute('height', String(Math.round(height)));
  const back = document.createElementNS(SVG, 'rect');
  back.setAttribute('width', '100%');
  back.setAttribute('height', '100%');
  back.setAttribute('fill', ground);
  copy.prepend(back);
  return new XMLSerializer().serializeToString(copy);
}

/** The same as pixels, twice as fine as on the page. */
export async function pngFile(drawing: SVGSVGElement, ground: string): Promise<Blob | null> {
  const { width, height } = drawing.getBoundingClientRect();
  const url = URL.createObjectURL(new Blob([svgFile(drawing, ground)], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [2 * Math.round(width), 2 * Math.round(height)];
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
  } finally {
    URL.revokeObjectURL(url);
  }
}
