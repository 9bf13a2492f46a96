// Reads letters as people and machines write them: their words, what they are called, who may be answered.
export { isAutomaticAnswer, mayBeAnswered, type LetterMarks } from './answers'
export { letterTitle, unsigned, writtenWords } from './words'
