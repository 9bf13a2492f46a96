import * as yup from 'yup'
import { address } from '#shared/platform/schemaParts'

export const repointSchema = yup.object({ target: address })
