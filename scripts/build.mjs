import { build, install } from './setUp.mjs'

install()
build()
