// What tests need besides packages: a browser, and outside test data.
import { references } from './references.mjs'
import { chromium } from './setUp.mjs'

chromium()
references()
