import * as yup from 'yup'
import * as words from '#shared/words'
import { time } from '#shared/platform/schemaParts'

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
    ] as const)
    .required(labels.noSuch),
})

export const quietTime = time
  .nullable()
  .default(null)
  .transform((value: string | null) => value || null)
