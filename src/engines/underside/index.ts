export { edgeAt, edgeLine, edgeNames, edgesOf, moveEdge, widthsOf, type Edges } from './edges.ts';
export { countTold } from './find/count.ts';
export { axesOf, inDirection } from './geometry/axes.ts';
export { boxFrom, oneMore, orderOf, outlinesFrom, shifted, type Outline } from './geometry/by-hand.ts';
export { readUnderside, type UndersideAsked, type UndersideColumn } from './read.ts';
