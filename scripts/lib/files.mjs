// @ts-check
import { closeSync, fsyncSync, mkdirSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs'
import { dirname } from 'node:path'
import { Stop } from './system.mjs'

/** @type {Record<string, string>} */
const TROUBLE = {
  ENOSPC: 'the disk is full',
  EDQUOT: 'the disk is full for this user',
  EROFS: 'it is on a disk that can only be read',
  EACCES: 'this user may not write there',
  EPERM: 'this user may not write there',
}

/**
 * What a full disk or a forbidden folder makes of an error: a sentence; anything else stays as it is.
 * @param {unknown} error
 * @param {string} path
 * @returns {unknown}
 */
export function inWords(error, path) {
  const trouble = TROUBLE[/** @type {NodeJS.ErrnoException} */ (error)?.code ?? '']
  return trouble ? new Stop(`${path} cannot be written: ${trouble}.`) : error
}

/** Makes a folder with those above it. @param {string} folder */
export function needFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true })
  } catch (error) {
    throw inWords(error, folder)
  }
}

/**
 * Writes a file whole or not at all: whoever reads it, also after a power cut, finds the old or the new.
 * @param {string} file
 * @param {string} text
 */
export function writeWhole(file, text) {
  const unfinished = `${file}.${process.pid}.part`
  try {
    mkdirSync(dirname(file), { recursive: true })
    const handle = openSync(unfinished, 'w', 0o600)
    try {
      writeSync(handle, text)
      fsyncSync(handle)
    } finally {
      closeSync(handle)
    }
    renameSync(unfinished, file)
  } catch (error) {
    try {
      rmSync(unfinished, { force: true })
    } catch {
      /* the disk only reads */
    }
    throw inWords(error, file)
  }
}

/**
 * A small file of ours, checked; null where it is missing, empty or of something else.
 * @template T
 * @param {string} file
 * @param {(text: string) => T | null} check
 * @returns {T | null}
 */
export function readChecked(file, check) {
  try {
    return check(readFileSync(file, 'utf8'))
  } catch {
    return null
  }
}
