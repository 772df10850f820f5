/** What of a drawing's look is written into it, so that it stands by itself. */
const STYLES = [
  ...['fill', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-dasharray', 'stroke-opacity'],
  ...['stroke-linecap', 'stroke-linejoin', 'opacity', 'visibility', 'display'],
  ...['font-family', 'font-size', 'font-weight', 'text-anchor', 'dominant-baseline'],
] as const;
const NAME_HEIGHT = 22;
const PAD = 12;
/** How wide a letter of a title or a name is at most, on average. */
const [TITLE_LETTER, NAME_LETTER] = [7.2, 7.4];

/** A drawing as it is seen, with its styles written into it. */
function standing(svg: SVGSVGElement): SVGSVGElement {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const [from, to] = [
    [svg, ...svg.querySelectorAll('*')],
    [copy, ...copy.querySelectorAll('*')],
  ];
  from.forEach((element, n) => {
    const seen = getComputedStyle(element);
    const own = to[n];
    if (!(own instanceof SVGElement)) return;
    for (const name of STYLES) own.style.setProperty(name, seen.getPropertyValue(name));
    own.removeAttribute('class');
  });
  return copy;
}

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** One drawing, with what stands over it. */
export interface Taken {
  name: string;
  svg: SVGSVGElement;
}

/** Drawings under each other as one SVG, each under its name, with a title. */
export function asSvg(title: string, drawings: readonly Taken[]): string {
  // As it is seen, also in the dark.
  const { backgroundColor: ground, color: ink } = getComputedStyle(document.body);
  const sizes = drawings.map(({ svg }) => {
    const { width, height } = svg.viewBox.baseVal;
    return { width, height };
  });
  const words = [
    title.length * TITLE_LETTER,
    ...drawings.map(({ name }) => name.length * NAME_LETTER),
  ];
  const width = Math.ceil(Math.max(320, ...sizes.map((one) => one.width), ...words)) + 2 * PAD;
  let y = PAD + NAME_HEIGHT;
  const parts = drawings.map(({ name, svg }, n) => {
    const { width: w = 0, height: h = 0 } = sizes[n] ?? {};
    const copy = standing(svg);
    copy.setAttribute('x', String(PAD));
    // An axis stands under its drawings without a name.
    const over = name === '' ? 0 : NAME_HEIGHT;
    copy.setAttribute('y', String(y + over));
    copy.setAttribute('width', String(w));
    copy.setAttribute('height', String(h));
    const heading =
      over === 0
        ? ''
        : `<text x="${PAD}" y="${y + 14}" font-family="sans-serif" font-size="13" font-weight="600" fill="${ink}">${escaped(name)}</text>`;
    y += over + h + PAD;
    return heading + new XMLSerializer().serializeToString(copy);
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${y}" viewBox="0 0 ${width} ${y}">`,
    `<title>${escaped(title)}</title><rect width="100%" height="100%" fill="${ground}"/>`,
    `<text x="${PAD}" y="${PAD + 8}" font-family="sans-serif" font-size="14" fill="${ink}">${escaped(title)}</text>`,
    ...parts,
    '</svg>',
  ].join('');
}

/** The same as a picture, twice as fine as it is seen. */
export async function asPng(svgText: string): Promise<Blob> {
  const image = new Image();
  // In the address itself: the page’s policy lets pictures come from nowhere else.
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgText)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.naturalWidth * 2;
  canvas.height = image.naturalHeight * 2;
  const context = canvas.getContext('2d');
  if (!context) throw new Error('This browser draws no pictures.');
  context.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((done, fail) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : fail(new Error('The picture could not be made.'))),
      'image/png',
    ),
  );
}

/** Hands a file to the one who asked for it. */
export function save(blob: Blob, name: string): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
