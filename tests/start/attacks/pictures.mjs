// @ts-check
import assert from 'node:assert/strict'
import http from 'node:http'
import sharp from 'sharp'
import { pause } from '../../../scripts/lib/processes.mjs'
import { TIMES, raw, table, watching, whileAsking } from './watching.mjs'

/** @typedef {import('../helpers.mjs').Lead} Lead */

/** Takes are logged while large pictures come in. @param {Lead} lead @param {string} id @param {string} cookie */
export async function largePictures(lead, id, cookie) {
  const noise = await sharp({
    create: {
      width: 6000,
      height: 4000,
      channels: 3,
      background: '#402020',
      noise: { type: 'gaussian', mean: 90, sigma: 30 },
    },
  })
    .jpeg({ quality: 90 })
    .toBuffer()
  const wanted = 6 * TIMES
  const { stall, logged, slowest } = await watching(
    () =>
      Promise.all(
        [0, 1, 2].map(async lane => {
          for (let n = lane; n < wanted; n += 3) {
            const file = Buffer.concat([noise, Buffer.from(`${n}`)])
            const headers = {
              cookie,
              'content-type': 'application/octet-stream',
              'content-length': String(file.length),
            }
            const { status, text } = await raw(lead.address, {
              method: 'POST',
              path: `/api/setups/${id}/pictures?name=p${n}.jpg&zone=0`,
              headers,
              body: file,
            })
            assert.equal(status, 201, text)
          }
        }),
      ),
    id,
  )
  table.push([
    `pictures of 24 megapixels (${(noise.length / 1e6).toFixed(0)} MB), three at once`,
    wanted,
    `all kept; ${logged} takes logged meanwhile, the slowest in ${slowest} ms`,
    `${stall} ms`,
  ])
}

/**
 * Many that ask for a large picture and take it a little at a time, and leave half way, a third of them.
 * @param {Lead} lead @param {string} id @param {string} cookie
 */
export async function slowReaders(lead, id, cookie) {
  const { body } = await lead.call('GET', `/api/setups/${id}/pictures`)
  const readers = 40
  /** @type {number[]} */
  const whole = []
  let left = 0
  /** @param {number} number */
  const readSlowly = number =>
    new Promise((done, failed) => {
      const path = `/api/pictures/${body[number % body.length].id}/full`
      const request = http.get(lead.address + path, { headers: { cookie }, agent: false }, response => {
        let size = 0
        response.on('data', chunk => {
          size += chunk.length
          response.pause()
          setTimeout(() => response.resume(), 40)
          if (number % 3 === 0 && size > 200_000) {
            left++
            request.destroy()
            done(null)
          }
        })
        response.on('end', () => {
          assert.equal(size, Number(response.headers['content-length']))
          whole.push(size)
          done(null)
        })
      })
      request.on('error', error => (request.destroyed ? done(null) : failed(error)))
    })
  const stall = await whileAsking(() => Promise.all(Array.from({ length: readers }, (_, number) => readSlowly(number))))
  assert.equal(whole.length + left, readers)
  await pause(200)
  table.push([
    'slow readers of large pictures, a third of which leave half way',
    readers,
    `${whole.length} got all of it (${(Math.max(...whole) / 1e6).toFixed(1)} MB)`,
    `${stall} ms`,
  ])
}
