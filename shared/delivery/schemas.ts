import * as yup from 'yup'
import * as words from '#shared/words'
import { LIMITS } from '#shared/platform/limits'
import { instant, time } from '#shared/platform/schemaParts'

const labels = words.fields

export const deliveryActionSchema = yup.object({
  deed: yup
    .string()
    .oneOf([
      'try-now',
      'back-in-line',
      'give-up',
      'it-arrived',
      'it-did-not',
      'leave-it-so',
      'take-back',
      'posted',
      'put-off',
      'post-now',
    ] as const)
    .required(labels.noSuch),
  /** Of one that was posted by hand: where it stands, if that is known. */
  url: yup.string().trim().max(LIMITS.address, labels.tooLong(LIMITS.address)).default(''),
  /** Of one that is put off: until when. */
  until: instant.nullable().default(null),
})

export const quietTime = time
  .nullable()
  .default(null)
  .transform((value: string | null) => value || null)
