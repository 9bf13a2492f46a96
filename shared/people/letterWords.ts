import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

const NOT_YOU =
  'If that was not you: set a new password by “Forgotten?” on the sign-in page, and tell whoever looks ' +
  'after this installation.'
const letter = (name: string, subject: string, detail: string) => ({
  subject,
  text: `Hello ${name},\n\n${detail}\n`,
})

/** Letters to a person about how they sign in. */
export const signInLetters = inWords({
  reset: (name: string, link: string) =>
    letter(
      name,
      'A new password for Clear Quill',
      'Somebody, probably you, asked for a new password. Set it here, once, within 30 minutes:\n\n' +
        `${link}\n\nIf it was not you, nothing needs to be done: the password stays as it is.`,
    ),
  passwordChanged: (name: string) =>
    letter(name, 'Your password was changed', `Your password for Clear Quill was changed. ${NOT_YOU}`),
  emailChanged: (name: string, email: string) =>
    letter(
      name,
      'Your mail address was changed',
      `You are known to Clear Quill as ${email} from now on. If that was not you, tell whoever looks ` +
        'after this installation at once.',
    ),
  factorOn: (name: string) =>
    letter(
      name,
      'A second step at sign-in',
      `From now on a code of your authenticator is asked for after your password. ${NOT_YOU}`,
    ),
  factorOff: (name: string) =>
    letter(
      name,
      'No second step at sign-in any more',
      `Your password alone signs you in to Clear Quill from now on. ${NOT_YOU}`,
    ),
  newCodes: (name: string) =>
    letter(name, 'New recovery codes', `New recovery codes were made; those before are void. ${NOT_YOU}`),
  codeUsed: (name: string, left: number) =>
    letter(
      name,
      'A recovery code was used',
      `A recovery code was used, not your authenticator. ${counted(left, 'is', 'are')} left. ${NOT_YOU}`,
    ),
})
