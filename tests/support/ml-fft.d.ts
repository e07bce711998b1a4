declare module 'ml-fft' {
  const library: { FFT: { init(size: number): void; fft(re: number[], im: number[]): void } };
  export default library;
}
