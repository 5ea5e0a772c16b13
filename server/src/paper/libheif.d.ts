declare module 'libheif-js/wasm-bundle.js' {
  interface Pixels {
    width: number;
    height: number;
    /** Four bytes a pixel. */
    data: Uint8ClampedArray;
  }
  export interface HeifImage {
    get_width(): number;
    get_height(): number;
    display(pixels: Pixels, done: (shown: Pixels | null) => void): void;
    free(): void;
  }
  const libheif: { HeifDecoder: new () => { decode(bytes: Uint8Array): HeifImage[] } };
  export default libheif;
}
