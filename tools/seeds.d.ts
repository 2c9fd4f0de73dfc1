/** So many generated cases: `usual` of them in a large run, a third in `npm test`. */
export declare const runs: (usual: number) => number;
