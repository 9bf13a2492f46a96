import * as yup from 'yup'
import { listOf } from './lists'
import { id, name, mailAddress } from './schemaParts'
import { LIMITS } from './limits'

export const orderSchema = yup.object({ ids: listOf(id, LIMITS.atOnce).required().min(1) })

export const undoSchema = yup.object({ historyId: id })

export const clockSchema = yup.object({
  hours: yup
    .number()
    .integer()
    .min(1)
    .max(24 * 14)
    .required(),
})

export const beginSchema = yup.object({
  at: yup.number().integer().required(),
  people: listOf(
    yup.object({ id, name, email: mailAddress.required(), owner: yup.boolean().default(false) }),
    20,
  ).required(),
})
