const LINE = 16;
const LETTER = 6.6;

/**
 * A picture with what it was made from written under it, in as many lines as its width takes. svg: markup with width,
 * height, view box and a ground as its first rectangle; source: as useSource tells it.
 */
export function sourced(svg: string, source: string, ink: string): string {
  const picture = new DOMParser().parseFromString(svg, "image/svg+xml");
  const root = picture.documentElement;
  const [width, height] = ["width", "height"].map((name) => Number(root.getAttribute(name))) as [
    number,
    number,
  ];
  const lines = broken(`Source: ${source}`, Math.max(20, Math.floor((width - 20) / LETTER)));
  const deep = String(height + lines.length * LINE + 10);
  root.setAttribute("height", deep);
  root.setAttribute("viewBox", `0 0 ${width} ${deep}`);
  root.querySelector("rect")?.setAttribute("height", deep);
  lines.forEach((line, place) => {
    const text = picture.createElementNS(root.namespaceURI, "text");
    text.setAttribute("x", "10");
    text.setAttribute("y", String(height + (place + 1) * LINE - 4));
    text.setAttribute("fill", ink);
    text.setAttribute("font-size", "11");
    text.textContent = line;
    root.append(text);
  });
  return new XMLSerializer().serializeToString(picture);
}

/** A text in lines of at most some letters, broken at blanks where there are any. */
function broken(text: string, most: number): string[] {
  return text.split(" ").reduce<string[]>((lines, word) => {
    const pieces = word.match(new RegExp(`.{1,${most}}`, "g")) ?? [""];
    pieces.forEach((piece) => {
      const last = lines.at(-1);
      if (last !== undefined && last.length + 1 + piece.length <= most)
        lines[lines.length - 1] = `${last} ${piece}`;
      else lines.push(piece);
    });
    return lines;
  }, []);
}
