/** Which entries of an n × n matrix can differ from zero, by columns: rows of column j at colStart[j] … colStart[j+1]. */
export interface MatrixPattern {
  readonly size: number;
  readonly colStart: Int32Array;
  readonly rowIndex: Int32Array;
}
