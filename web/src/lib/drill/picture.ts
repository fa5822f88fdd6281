const looks = [
  'fill',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'opacity',
  'font-size',
  'font-weight',
  'paint-order',
  'text-anchor'
];

/** A drawn court as an SVG file of its own: no classes, variables or handles of the page. */
export function toSvg(svg: SVGSVGElement, wide = 1600): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const from = [svg, ...svg.querySelectorAll('*')];
  [copy, ...copy.querySelectorAll('*')].forEach((el, i) => {
    const style = getComputedStyle(from[i]!);
    // A group hands down what the page says by a variable; each thing in it says it for itself.
    if (el.tagName === 'g' || el.tagName === 'svg')
      for (const name of ['fill', 'stroke']) el.removeAttribute(name);
    else for (const name of looks) el.setAttribute(name, style.getPropertyValue(name).replaceAll('px', ''));
    for (const name of [...el.getAttributeNames()])
      if (
        name === 'class' ||
        name === 'style' ||
        name === 'tabindex' ||
        name === 'role' ||
        name.startsWith('aria-') ||
        name.startsWith('on')
      )
        el.removeAttribute(name);
  });
  const comments = document.createTreeWalker(copy, NodeFilter.SHOW_COMMENT);
  for (const c of [...walk(comments)]) c.parentNode?.removeChild(c);
  const box = svg.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('font-family', 'sans-serif');
  copy.setAttribute('width', String(wide));
  copy.setAttribute('height', String(Math.round((wide * box.height) / box.width)));
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}`;
}

function* walk(walker: TreeWalker): Generator<ChildNode> {
  while (walker.nextNode()) yield walker.currentNode as ChildNode;
}

/** The same as a PNG. */
export async function toPng(svg: SVGSVGElement): Promise<Blob> {
  const image = new Image();
  const url = URL.createObjectURL(new Blob([toSvg(svg)], { type: 'image/svg+xml' }));
  try {
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.width, image.height];
    canvas.getContext('2d')!.drawImage(image, 0, 0);
    return await new Promise((resolve, reject) =>
      canvas.toBlob(
        (b) => (b ? resolve(b) : reject(new Error('This browser could not draw the picture.'))),
        'image/png'
      )
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Gives a file to the browser to keep. */
export function keepFile(content: Blob | string, name: string, type = 'application/octet-stream') {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  const a = Object.assign(document.createElement('a'), { href: url, download: name });
  a.click();
  setTimeout(() => URL.revokeObjectURL(url), 1000);
}

/** A title as a file name. */
export const fileName = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '') || 'drill';
