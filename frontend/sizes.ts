import { gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'

const SHELL_KB = 160
const STEP_KB = 220
const PHONE_KB = 60

/** Says at the end of a build what the clinic's first load, each step and the phone's page weigh, packed, beside what they may. */
export function sizes(): Plugin {
  return {
    name: 'sizes',
    generateBundle(_, bundle) {
      const packed = new Map<string, number>()
      const weigh = (file: string) => {
        const found = bundle[file]
        if (!packed.has(file) && found?.type === 'chunk') packed.set(file, gzipSync(found.code).length / 1000)
        return packed.get(file) ?? 0
      }
      const withImports = (file: string, seen = new Set<string>()): Set<string> => {
        const found = bundle[file]
        if (seen.has(file) || found?.type !== 'chunk') return seen
        seen.add(file)
        found.imports.forEach((one) => withImports(one, seen))
        return seen
      }
      const chunks = Object.values(bundle).filter((one) => one.type === 'chunk')
      const entry = chunks.find((one) => one.isEntry && one.name === 'index')
      if (!entry) return
      const shell = withImports(entry.fileName)
      const sum = (files: Iterable<string>) => Math.round([...files].reduce((all, file) => all + weigh(file), 0))
      console.log(`first load ${sum(shell)} of ${SHELL_KB} kB`)
      const phone = chunks.find((one) => one.isEntry && one.name === 'home')
      if (phone) console.log(`the phone ${sum(withImports(phone.fileName))} of ${PHONE_KB} kB`)
      for (const chunk of chunks.filter((one) => one.isDynamicEntry && one.name.endsWith('Step'))) {
        const more = [...withImports(chunk.fileName)].filter((file) => !shell.has(file))
        console.log(`${chunk.name} ${sum(more)} of ${STEP_KB} kB more`)
      }
    },
  }
}
