import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import type { Readable } from 'node:stream'
import { PracticeDevice, type Setup, drawRig, switchedOn } from '../core'
import { benchPicture } from '../server/services/benchCamera'

/** The practice bench at the end of a pipe: the device interface line by line, its camera writing into a folder. */
export async function bench(
  setup: Setup,
  options: { seed: number; folder: string | null; input: Readable; say: (line: string) => void },
): Promise<void> {
  const rig = drawRig(setup, options.seed)
  const device = new PracticeDevice(rig, setup, switchedOn(setup))
  for await (const line of createInterface({ input: options.input })) {
    const answer = device.take(line, Date.now() / 1000)
    answer.lines.forEach(options.say)
    if (!answer.exposure) continue
    const name = `bench-${String(answer.exposure.shot.number).padStart(4, '0')}.png`
    const file = await benchPicture(rig, setup, answer.exposure, new Date())
    if (options.folder) {
      await mkdir(options.folder, { recursive: true })
      await writeFile(join(options.folder, name), file)
    }
    options.say(`PICTURE ${name} ${file.length}`)
  }
}
