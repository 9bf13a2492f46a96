// The parts that schemas are put together from.
import * as yup from 'yup'
import { LIMITS } from './limits'
import { words } from './words'

const says = words.fields

/** An id as the product makes them, of any version. */
export const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i

export const name = yup.string().trim().required(says.nameMissing).max(LIMITS.name, says.tooLong(LIMITS.name))
export const address = yup.string().trim().required(says.addressMissing).max(LIMITS.address, says.tooLong(LIMITS.address))
// yup's own `uuid()` knows versions 1 to 5 (RFC 4122); ids here are version 7 (RFC 9562).
export const uuid = () => yup.string().matches(UUID, says.noSuch)
export const id = uuid().required(says.noSuch)
export const nullableUuid = uuid().nullable().default(null)
export const time = yup.string().matches(/^([01]\d|2[0-3]):[0-5]\d$/, says.time)
export const version = yup.number().integer().required()
export const ink = yup.number().integer().min(1).max(8)

const ofSlot = {
  time: time.required(says.time),
  use: yup
    .string()
    .oneOf(['any', 'pillar', 'free'] as const)
    .required(),
  pillarId: yup.string().nullable().default(null),
}
/** A slot of the week, and one of a single day. */
export const slot = yup.object({ weekday: yup.number().integer().min(1).max(7).required(), ...ofSlot })
export const daySlot = yup.object(ofSlot)
