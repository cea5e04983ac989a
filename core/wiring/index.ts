/** The unit as a drawing: boxes and lines, their layout, and the ways between neighbours. */
export {
  diagramOf,
  RAIL_ENDS,
  type Diagram,
  type DiagramEdge,
  type DiagramEnd,
  type DiagramFrame,
  type DiagramNode,
  type DiagramPort,
} from "./diagram.ts";
export {
  fromElk,
  toElk,
  type ElkGraph,
  type Place,
  type PlacedDiagram,
  type PlacedFrame,
} from "./elkGraph.ts";
export { railsOf, type DrawnRail } from "./rails.ts";
export { neighboursOf, partToThe, type Direction } from "./neighbours.ts";
export { isInLine, symbolOf, type SymbolName } from "./symbols.ts";
export { chainBetween, netOfPoint, type ChainLink } from "./chain.ts";
export { ladderOf, type Ladder, type LadderBox, type LadderLine, type LadderPart } from "./ladder.ts";
export { fitLadder, LADDER, placeLadder, type LadderPlace, type PlacedLadder } from "./ladderPlaces.ts";
