declare module 'stopword' {
  export const deu: string[],
    eng: string[],
    fra: string[],
    ita: string[],
    nld: string[],
    nob: string[],
    por: string[],
    spa: string[],
    swe: string[]
}
