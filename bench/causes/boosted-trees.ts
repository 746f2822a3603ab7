/**
 * Boosted trees over several classes (softmax), on figures cut into bins; a missing figure has a bin of its own. Only for
 * measuring what readings can tell: it knows nothing of engines.
 */
export interface Trees {
  classes: number;
  /** Shares of each class before anything is known, natural logarithm. */
  start: Float64Array;
  edges: readonly Float64Array[];
  /** By round, then by class. */
  trees: readonly (readonly Tree[])[];
}
/** Nodes of a whole binary tree, from the top: a feature and the last bin that goes left, or -1 and what is added. */
interface Tree {
  feature: Int16Array;
  bin: Uint8Array;
  value: Float64Array;
}

export interface Settings {
  rounds: number;
  depth: number;
  rate: number;
  /** Weight that keeps a leaf small, as so many seen with nothing to say. */
  calm: number;
  /** Share of the cases that a round looks at. */
  looksAt: number;
}

const MOST_BINS = 32;
const LEAST_IN_LEAF = 8;

/** @param random 0 up to 1 @throws RangeError without a case */
export function growTrees(
  rows: readonly Float64Array[],
  labels: readonly number[],
  classes: number,
  { rounds, depth, rate, calm, looksAt }: Settings,
  random: () => number,
): Trees {
  if (rows.length === 0) throw new RangeError('no case to learn from');
  const features = (rows[0] as Float64Array).length;
  const edges = Array.from({ length: features }, (_, f) => edgesOf(rows.map((row) => row[f] as number)));
  const binned = edges.map((own, f) => Uint8Array.from(rows, (row) => binAt(own, row[f] as number)));
  const start = new Float64Array(classes).fill(1);
  for (const label of labels) start[label] = (start[label] as number) + 1;
  for (let k = 0; k < classes; k += 1) start[k] = Math.log((start[k] as number) / (labels.length + classes));
  const scores = rows.map(() => Float64Array.from(start));
  const trees: Tree[][] = [];
  const gradient = new Float64Array(rows.length);
  const curvature = new Float64Array(rows.length);
  for (let round = 0; round < rounds; round += 1) {
    const shares = scores.map(softmax);
    const looked = Int32Array.from(rows.keys()).filter(() => random() < looksAt);
    const used = edges.map(() => random() < 0.6);
    trees.push(
      Array.from({ length: classes }, (_, k) => {
        shares.forEach((share, i) => {
          const p = share[k] as number;
          gradient[i] = (labels[i] === k ? 1 : 0) - p;
          curvature[i] = Math.max(1e-6, p * (1 - p));
        });
        const tree = growTree(binned, used, looked, gradient, curvature, depth, calm, rate);
        scores.forEach((score, i) => {
          score[k] = (score[k] as number) + valueAt(tree, (f) => (binned[f] as Uint8Array)[i] as number);
        });
        return tree;
      }),
    );
  }
  return { classes, start, edges, trees };
}

/** Shares of the classes of one case, adding up to 1. */
export function sharesOf({ start, edges, trees }: Trees, row: Float64Array): Float64Array {
  const bins = edges.map((own, f) => binAt(own, row[f] as number));
  const score = Float64Array.from(start);
  for (const round of trees)
    round.forEach((tree, k) => {
      score[k] = (score[k] as number) + valueAt(tree, (f) => bins[f] as number);
    });
  return softmax(score);
}

function softmax(score: Float64Array): Float64Array {
  const most = Math.max(...score);
  const raised = score.map((one) => Math.exp(one - most));
  const sum = raised.reduce((a, b) => a + b, 0);
  return raised.map((one) => one / sum);
}

function edgesOf(figures: readonly number[]): Float64Array {
  const known = Float64Array.from(figures.filter((x) => !Number.isNaN(x))).sort();
  const edges = new Set<number>();
  for (let i = 1; i < MOST_BINS; i += 1) {
    const at = known[Math.floor((i * known.length) / MOST_BINS)];
    if (at !== undefined) edges.add(at);
  }
  return Float64Array.from(edges);
}

/** Missing is 0, the lowest 1. */
function binAt(edges: Float64Array, figure: number): number {
  if (Number.isNaN(figure)) return 0;
  let bin = 1;
  for (const edge of edges) if (figure >= edge) bin += 1;
  return bin;
}

function valueAt({ feature, bin, value }: Tree, binOf: (feature: number) => number): number {
  let node = 0;
  while ((feature[node] as number) >= 0)
    node = 2 * node + (binOf(feature[node] as number) <= (bin[node] as number) ? 1 : 2);
  return value[node] as number;
}

function growTree(
  binned: readonly Uint8Array[],
  used: readonly boolean[],
  looked: Int32Array,
  gradient: Float64Array,
  curvature: Float64Array,
  depth: number,
  calm: number,
  rate: number,
): Tree {
  const nodes = 2 ** (depth + 1) - 1;
  const tree: Tree = {
    feature: new Int16Array(nodes).fill(-1),
    bin: new Uint8Array(nodes),
    value: new Float64Array(nodes),
  };
  const grow = (node: number, here: Int32Array, left: number): void => {
    let g = 0;
    let h = 0;
    for (const i of here) {
      g += gradient[i] as number;
      h += curvature[i] as number;
    }
    tree.value[node] = (rate * g) / (h + calm);
    if (left === 0 || here.length < 2 * LEAST_IN_LEAF) return;
    const best = bestCut(binned, used, here, gradient, curvature, g, h, calm);
    if (!best) return;
    tree.feature[node] = best.feature;
    tree.bin[node] = best.bin;
    const own = binned[best.feature] as Uint8Array;
    grow(
      2 * node + 1,
      here.filter((i) => (own[i] as number) <= best.bin),
      left - 1,
    );
    grow(
      2 * node + 2,
      here.filter((i) => (own[i] as number) > best.bin),
      left - 1,
    );
  };
  grow(0, looked, depth);
  return tree;
}

function bestCut(
  binned: readonly Uint8Array[],
  used: readonly boolean[],
  here: Int32Array,
  gradient: Float64Array,
  curvature: Float64Array,
  g: number,
  h: number,
  calm: number,
): { feature: number; bin: number } | undefined {
  let best: { feature: number; bin: number } | undefined;
  let most = 1e-3 + (g * g) / (h + calm);
  const sumG = new Float64Array(MOST_BINS + 1);
  const sumH = new Float64Array(MOST_BINS + 1);
  const count = new Int32Array(MOST_BINS + 1);
  binned.forEach((own, feature) => {
    if (!used[feature]) return;
    sumG.fill(0);
    sumH.fill(0);
    count.fill(0);
    for (const i of here) {
      const bin = own[i] as number;
      sumG[bin] = (sumG[bin] as number) + (gradient[i] as number);
      sumH[bin] = (sumH[bin] as number) + (curvature[i] as number);
      count[bin] = (count[bin] as number) + 1;
    }
    let leftG = 0;
    let leftH = 0;
    let left = 0;
    for (let bin = 0; bin < MOST_BINS; bin += 1) {
      leftG += sumG[bin] as number;
      leftH += sumH[bin] as number;
      left += count[bin] as number;
      if (left < LEAST_IN_LEAF || here.length - left < LEAST_IN_LEAF) continue;
      const gain = leftG ** 2 / (leftH + calm) + (g - leftG) ** 2 / (h - leftH + calm);
      if (gain > most) {
        most = gain;
        best = { feature, bin };
      }
    }
  });
  return best;
}
