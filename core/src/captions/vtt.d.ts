declare module 'vtt.js' {
  type Made = { readonly startTime: number; readonly endTime: number; readonly text: string }
  type Parser = {
    oncue: (cue: Made) => void
    onparsingerror: (error: Error) => void
    parse: (text: string) => void
    flush: () => void
  }
  const vtt: {
    readonly WebVTT: {
      readonly Parser: new (page: object, decoder: object) => Parser
      readonly StringDecoder: () => object
    }
  }
  export default vtt
}

declare module 'webvtt-parser' {
  export class WebVTTParser {
    parse(
      text: string,
      mode: 'captions',
    ): { readonly errors: readonly object[]; readonly cues: readonly object[] }
  }
}
