import { saveText } from "../files/saveText.ts";

/** Saves a drawing as a file of its own: the theme's colours are written out, since a file knows no theme. */
export function saveAsSvg(drawing: SVGSVGElement, name: string): void {
  const copy = drawing.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("font-family", "sans-serif");
  const theme = getComputedStyle(document.documentElement);
  const written = copy.outerHTML
    .replace(/var\((--[a-z-]+)\)/gu, (_all, name: string) => colourOf(theme.getPropertyValue(name)))
    .replace(/class="sheet"/gu, 'fill="#ffffff"')
    .replace(/class="ink"/gu, 'fill="#000000"');
  saveText(name, written, "image/svg+xml");
}

/** The paper theme's half of a colour that has two: a saved drawing is for white paper. */
function colourOf(value: string): string {
  return /light-dark\(\s*([^,]+),/u.exec(value)?.[1] ?? value;
}
