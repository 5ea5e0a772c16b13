/** Diagrams in a wording: what they are made of, how they are drawn, and how they read. */
export {
  diagramFields,
  keptDiagram,
  readDiagram,
  withFields,
  type Diagram,
  type DiagramField,
  type DiagramOf,
  type DiagramShape,
} from './diagram';
export { drawDiagram, svgOfSketch, type DrawnDiagram } from './drawn';
export { diagramInWords } from './words';
