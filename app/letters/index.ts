// Letters: the secret address for finds that one mails to oneself.
export { default as LetterBox } from './LetterBox.vue'
