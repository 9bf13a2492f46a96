// npm run bench: installs and builds where needed, then measures. `npm run bench -- --short` measures less.
import { build, install, must, root } from './setUp.mjs'

install()
build()
must('Benches', process.execPath, ['--import', 'tsx', 'bench/main.ts', ...process.argv.slice(2)], {
  loud: true,
  env: { NODE_PATH: root },
})
