import type { Diagram } from "./diagram.ts";
import type { PlacedDiagram } from "./elkGraph.ts";

export type Direction = "left" | "right" | "up" | "down";

/** Parts one line away from a part; knots are passed through, rails are not. */
export function neighboursOf(diagram: Diagram, part: string): string[] {
  const found = new Set<string>();
  const passed = new Set<string>();
  const visit = (node: string) => {
    for (const { from, to } of diagram.edges) {
      if (from.node !== node && to.node !== node) continue;
      const other = from.node === node ? to.node : from.node;
      if (other.startsWith("flag:") || other === part) continue;
      if (!other.startsWith("knot:")) found.add(other);
      else if (!passed.has(other)) {
        passed.add(other);
        visit(other);
      }
    }
  };
  visit(part);
  return [...found];
}

/**
 * The part to which an arrow key leads: of the neighbours that lie that way the nearest, else of all parts that do.
 * Distance counts twice across the direction; undefined where nothing lies that way.
 */
export function partToThe(
  direction: Direction,
  diagram: Diagram,
  placed: PlacedDiagram,
  part: string,
): string | undefined {
  const middle = (id: string) => {
    const node = diagram.nodes.find((n) => n.id === id)!;
    const corner = placed.boxes[id]!;
    return { x: corner.x + node.width / 2, y: corner.y + node.height / 2 };
  };
  const here = middle(part);
  const towards = (ids: readonly string[]) => {
    const lying = ids.flatMap((id) => {
      const there = middle(id);
      const [dx, dy] = [there.x - here.x, there.y - here.y];
      const along = { left: -dx, right: dx, up: -dy, down: dy }[direction];
      const aside = Math.abs(direction === "left" || direction === "right" ? dy : dx);
      return along > 1 ? [{ id, far: along + 2 * aside }] : [];
    });
    return lying.sort((a, b) => a.far - b.far)[0]?.id;
  };
  return (
    towards(neighboursOf(diagram, part)) ??
    towards(diagram.nodes.filter((n) => n.kind === "part" && n.id !== part).map((n) => n.id))
  );
}
