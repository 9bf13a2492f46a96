import { install } from './setUp.mjs'

install()
