declare module 'kalman-filter' {
  /** One column, and its covariance. */
  interface State {
    mean: number[][];
    covariance: number[][];
  }
  type Matrix = number[][] | (() => number[][]);
  export class KalmanFilter {
    constructor(options: {
      observation: { dimension: number; stateProjection: number[][]; covariance: Matrix };
      dynamic: {
        dimension: number;
        init: State;
        transition: Matrix;
        covariance: Matrix;
        constant: () => number[][];
      };
    });
    predict(options: { previousCorrected: State | null }): State;
    correct(options: { predicted: State; observation: number[] }): State;
  }
}
