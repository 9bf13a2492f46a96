declare module 'snowball-stemmers' {
  const snowball: { newStemmer(language: string): { stem(word: string): string }; algorithms(): string[] }
  export default snowball
}
