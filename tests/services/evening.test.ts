import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { eq } from 'drizzle-orm'
import sharp from 'sharp'
import { golden } from '../support/runs'
import { type Setup, evidenceOf, newKitItem, newSetup, settingsOf } from '~~/core'
import { signInLinks } from '~~/server/database/schema'
import { importLog } from '~~/server/services/logImport'
import { archiveKitItem, createKit, kitIds, listKit, updateKitItem } from '~~/server/services/kit'
import { logSetups } from '~~/server/services/logExport'
import { logPage } from '~~/server/services/logPage'
import { logStats } from '~~/server/services/logStats'
import {
  cancelLinks,
  getMember,
  listMembers,
  memberNames,
  revokeMember,
  updateMember,
} from '~~/server/services/members'
import { addPicture, deletePicture, listPictures, picturesOfTakes, putPicture } from '~~/server/services/pictures'
import { shootReport } from '~~/server/services/report'
import { getRun, putRun } from '~~/server/services/runs'
import {
  createSession,
  createSignInToken,
  findSession,
  listSessions,
  redeemSignInToken,
  revokeOwnSession,
} from '~~/server/services/sessions'
import {
  archiveSetup,
  createSetup,
  duplicateSetup,
  listArchived,
  moveSetup,
  restoreSetup,
  setupPlace,
  setupsThatLearnt,
  updateSetup,
} from '~~/server/services/setups'
import { archiveShoot, createShoot, listShoots, updateShoot } from '~~/server/services/shoots'
import { amendTake, listTakes, logTake, strikeTake } from '~~/server/services/takes'
import { logQueryFrom, logQuerySchema } from '~~/shared/schemas/log'
import { amendmentOf } from '~~/shared/takes/input'
import { check } from '~~/shared/schemas/validate'
import { aTake, member, refusal, studio, wholePicture } from './support'

/*
 * One studio's evening, and all that its services tell of it, word for word: any change shows, wanted or not.
 * `EPIRO_GOLDEN=1 npm test -- services` writes down what is told now, to be read as a difference before it is
 * committed.
 */
const FILE = 'tests/golden/evening.json'
const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g
const TIME = /\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z/g

/** What is told with ids by the order they turn up in, and `now` for what happened in this test. */
function told(value: unknown, known: Map<string, string>): unknown {
  const text = JSON.stringify(value, (_, part: unknown) => (part instanceof Map ? [...part] : part))
  const plain = text
    .replace(UUID, id => {
      if (!known.has(id)) known.set(id, `#${known.size + 1}`)
      return known.get(id)!
    })
    .replace(TIME, at => (Math.abs(Date.now() - Date.parse(at)) < 1_200_000 ? 'now' : at))
  return JSON.parse(plain)
}

const photo = (taken: string) =>
  sharp({ create: { width: 30, height: 20, channels: 3, background: '#834' } })
    .withExif({ IFD2: { DateTimeOriginal: taken, OffsetTimeOriginal: '+00:00' } })
    .png()
    .toBuffer()
const at = (minute: number, second = 0) =>
  `2026-11-24T18:${String(minute).padStart(2, '0')}:${String(second).padStart(2, '0')}.000Z`
const queryOf = (text: string) => {
  const read = check(logQuerySchema, logQueryFrom(Object.fromEntries(new URLSearchParams(text))))
  if ('mistakes' in read) throw new Error(JSON.stringify(read.mistakes))
  return read.value
}

type Studio = Awaited<ReturnType<typeof studio>>

/** Two set-ups with takes of every kind, pictures, kit, people, a run, and what was put away. */
async function evening({ db, studioId, shootId }: Studio) {
  const cracker: Setup = { ...newSetup('projectile'), name: 'Cracker' }
  const known = { ...cracker, evidence: [evidenceOf(cracker, { kind: 'speed', value: 35, date: '2026-11-24' })] }
  const { id } = await createSetup(db, studioId, shootId, cracker)
  const second = await createSetup(db, studioId, shootId, { ...newSetup('balloon'), name: 'Balloon' })
  const later = await createShoot(db, studioId, { name: 'Later', date: '2026-11-26', place: '', notes: 'bring towels' })
  await updateShoot(db, studioId, later.id, { name: 'Later on', date: '2026-11-27', place: 'Stage 2', notes: '' })
  const { memberId: mara } = await member(db, studioId, 'assistant', 'Mara')
  const verdicts = ['early', 'late', 'on', 'on', 'missed', 'misfire', 'on'] as const
  const takes = []
  for (const [i, verdict] of verdicts.entries())
    takes.push(
      await logTake(
        db,
        studioId,
        i < 6 ? id : second.id,
        aTake({
          verdict,
          keeper: i === 2 || i === 6,
          delay: 0.0176 + i * 0.0003,
          position: i < 3 ? -0.01 + 0.01 * i : null,
          sharp: i === 3 ? false : i === 4 ? null : true,
          note: i === 1 ? 'loose cable' : '',
          settings: i === 5 ? null : settingsOf(i < 6 ? cracker : newSetup('balloon')),
          firedAt: at(10 + i),
        }),
        i % 2 === 0 ? mara : null,
      ),
    )
  await amendTake(db, studioId, takes[1]!.id, { ...amendmentOf(takes[1]!), verdict: 'on', note: 'looked again' }, mara)
  await strikeTake(db, studioId, takes[4]!.id, true)
  await strikeTake(db, studioId, takes[0]!.id, true)
  await strikeTake(db, studioId, takes[0]!.id, false)
  const pictures = []
  for (const taken of ['2026:11:24 18:12:01', '2026:11:24 19:30:00', '2026:11:24 18:11:01'])
    pictures.push(await addPicture(db, studioId, id, { name: `${taken.slice(-8)}.png`, zone: 0 }, await photo(taken)))
  await putPicture(db, studioId, pictures[1]!.id, takes[3]!.id)
  await deletePicture(db, studioId, pictures[2]!.id)
  const { ids } = await createKit(db, studioId, [
    newKitItem('camera', 'Tarn 36'),
    newKitItem('flash', 'Small flash'),
    newKitItem('lens', 'Put away'),
  ])
  await updateKitItem(db, studioId, ids[0]!, 1, { ...newKitItem('camera', 'Tarn 36'), notes: 'mirror up' })
  await archiveKitItem(db, studioId, ids[2]!, true)
  await updateSetup(db, studioId, id, 1, { ...known, kit: { ...known.kit, camera: ids[0]! } })
  await putRun(db, studioId, id, { step: 3, delay: 0.0179, openedAt: at(20), actedAt: null })
  await putRun(db, studioId, id, { step: 4, delay: 0.0179, openedAt: at(20), actedAt: at(20, 2) })
  const copy = await duplicateSetup(db, studioId, id)
  await moveSetup(db, studioId, copy.id, later.id)
  const away = await duplicateSetup(db, studioId, second.id)
  await archiveSetup(db, studioId, away.id)
  const back = await duplicateSetup(db, studioId, second.id)
  await archiveSetup(db, studioId, back.id)
  await restoreSetup(db, studioId, back.id)
  const gone = await createShoot(db, studioId, { name: 'Gone', date: '2026-11-20', place: '', notes: '' })
  await createSetup(db, studioId, gone.id, { ...known, kit: { ...known.kit, camera: ids[0]! } })
  await archiveShoot(db, studioId, gone.id)
  return { id, second: second.id, copy: copy.id, takes, pictures, gone: gone.id, kit: ids }
}

async function everything(own: Studio, made: Awaited<ReturnType<typeof evening>>): Promise<Record<string, unknown>> {
  const { db, studioId, shootId } = own
  const page = (text: string) => logPage(db, studioId, queryOf(text))
  const first = await page('limit=3')
  const brought = {
    ...aTake({ key: 'from-elsewhere-1', firedAt: at(40), verdict: 'early' }),
    setupId: made.second,
    number: 1,
  }
  return {
    shoots: (await listShoots(db, studioId)).shoots,
    place: await setupPlace(db, studioId, made.id),
    archived: await listArchived(db, studioId),
    learnt: (await setupsThatLearnt(db, studioId, made.second))
      .map(text => JSON.parse(text) as Setup)
      .map(({ name, evidence }) => [name, evidence]),
    learntElsewhere: (await setupsThatLearnt(db, studioId, made.id)).map(text => (JSON.parse(text) as Setup).name),
    takes: await listTakes(db, studioId, made.id),
    struck: await listTakes(db, studioId, made.id, true),
    pictures: await listPictures(db, studioId, made.id),
    ofTakes: await picturesOfTakes(db, [made.takes[2]!.id, made.takes[3]!.id, made.takes[5]!.id]),
    kit: await listKit(db, studioId),
    kitIds: [...(await kitIds(db, studioId))].length,
    members: await listMembers(db, studioId),
    names: await memberNames(db, studioId),
    run: { ...(await getRun(db, studioId, made.id)), now: undefined },
    runNeverBegun: { ...(await getRun(db, studioId, made.second)), now: undefined },
    report: await shootReport(db, studioId, shootId),
    log: first,
    logNext: await page(`limit=3&after=${first.next!}`),
    logOldest: (await page('limit=2&order=oldest')).entries.map(entry => [entry.number, entry.setupName]),
    logFound: (await page('limit=50&text=looked')).entries.map(entry => entry.number),
    logKeepers: (await page('limit=50&keepers=true')).entries.map(entry => [entry.setupName, entry.number]),
    logOfRecipe: (await page('limit=50&recipe=balloon')).entries.map(entry => entry.setupName),
    logOn: (await page('limit=50&verdict=on')).entries.map(entry => [entry.setupName, entry.number]),
    stats: await logStats(db, studioId, queryOf('limit=50')),
    setupsOfLog: (await logSetups(db, studioId, queryOf('limit=50'))).map(({ setup, ...rest }) => [setup.name, rest]),
    imported: await importLog(db, studioId, { setups: [], takes: [brought, brought] }),
    gone: await refusal(shootReport(db, studioId, made.gone)),
  }
}

/** How somebody comes in, on which device, and out again. */
async function comingAndGoing({ db, studioId }: Studio): Promise<Record<string, unknown>> {
  const { memberId } = await member(db, studioId, 'viewer', 'Kim')
  const kim = async () => (await listMembers(db, studioId)).filter(({ id }) => id === memberId)
  const [used, cancelled] = [
    await createSignInToken(db, studioId, { memberId }),
    await createSignInToken(db, studioId, { memberId, minutes: 5 }),
  ]
  const invited = await kim()
  const grant = await redeemSignInToken(db, used)
  const again = await redeemSignInToken(db, used)
  await cancelLinks(db, studioId, memberId)
  const late = await redeemSignInToken(db, cancelled)
  const links = await db
    .select({ used: signInLinks.usedAt, cancelled: signInLinks.cancelledAt })
    .from(signInLinks)
    .where(eq(signInLinks.memberId, memberId))
  const phone = await createSession(db, grant!, 'Phone')
  const laptop = await createSession(db, grant!, 'Laptop')
  await revokeOwnSession(db, studioId, laptop)
  const here = [await findSession(db, phone), await findSession(db, laptop), await kim()]
  await updateMember(db, studioId, memberId, { name: 'Kim', role: 'assistant' })
  const raised = [(await findSession(db, phone))?.role, await getMember(db, studioId, memberId)]
  const devices = (await listSessions(db, studioId)).map(({ device, role }) => [device, role])
  await revokeMember(db, studioId, memberId)
  return {
    invited,
    grant,
    refused: [again, late],
    links: links.map(link => [link.used !== null, link.cancelled !== null]).sort(),
    here,
    raised,
    devices,
    out: [await findSession(db, phone), await kim(), [...(await memberNames(db, studioId)).values()].sort()],
  }
}

const NOBODY = '00000000-0000-4000-8000-000000000000'

/** Why something was not done, with what is told besides. */
async function why(what: Promise<unknown>): Promise<unknown> {
  const { status, detail } = await refusal(what)
  const more = await what.catch((error: { data?: unknown }) => error.data)
  return { status, detail, more }
}

/** What is refused: what is no longer the newest, and what is not there or another studio's. */
async function refusals(own: Studio, made: Awaited<ReturnType<typeof evening>>): Promise<Record<string, unknown>> {
  const { db, studioId } = own
  const run = { step: 0, delay: null, openedAt: null, actedAt: null }
  const shoot = { name: 'x', date: '2026-11-24', place: '', notes: '' }
  const amended = amendmentOf(made.takes[0]!)
  const all: Record<string, () => Promise<unknown>> = {
    'set-up changed meanwhile': () => updateSetup(db, studioId, made.second, 9, newSetup('balloon')),
    'kit changed meanwhile': () => updateKitItem(db, studioId, made.kit[0]!, 9, newKitItem('camera')),
    'kit': () => updateKitItem(db, studioId, NOBODY, 1, newKitItem('camera')),
    'kit put away': () => archiveKitItem(db, studioId, NOBODY, true),
    'place': () => setupPlace(db, NOBODY, made.id),
    'takes': () => listTakes(db, NOBODY, made.id),
    'take logged': () => logTake(db, NOBODY, made.id, aTake()),
    'take put right': () => amendTake(db, studioId, NOBODY, amended),
    'take struck': () => strikeTake(db, studioId, NOBODY, true),
    'pictures': () => listPictures(db, NOBODY, made.id),
    'picture placed': () => putPicture(db, studioId, NOBODY, made.takes[0]!.id),
    'picture to no take': () => putPicture(db, studioId, made.pictures[0]!.id, NOBODY),
    'picture gone': () => deletePicture(db, studioId, NOBODY),
    'picture read': () => wholePicture(db, studioId, NOBODY, 'full'),
    'run': () => getRun(db, NOBODY, made.id),
    'run moved': () => putRun(db, NOBODY, made.id, run),
    'set-up in no shoot': () => createSetup(db, studioId, NOBODY, newSetup('drop')),
    'set-up changed': () => updateSetup(db, studioId, NOBODY, 1, newSetup('drop')),
    'set-up copied': () => duplicateSetup(db, studioId, NOBODY),
    'set-up moved': () => moveSetup(db, studioId, made.second, NOBODY),
    'no set-up moved': () => moveSetup(db, studioId, NOBODY, own.shootId),
    'set-up put away': () => archiveSetup(db, studioId, NOBODY),
    'set-up back': () => restoreSetup(db, NOBODY, made.second),
    'shoot changed': () => updateShoot(db, studioId, NOBODY, shoot),
    'shoot put away': () => archiveShoot(db, studioId, NOBODY),
    'person changed': () => updateMember(db, studioId, NOBODY, { name: 'x', role: 'viewer' }),
    'person out': () => revokeMember(db, studioId, NOBODY),
    'links cancelled': () => cancelLinks(db, studioId, NOBODY),
  }
  const found: Record<string, unknown> = {}
  for (const [name, what] of Object.entries(all)) found[name] = await why(what())
  return found
}

golden('an evening is told as it was', async () => {
  const own = await studio()
  try {
    const made = await evening(own)
    const all = {
      ...(await everything(own, made)),
      refused: await refusals(own, made),
      people: await comingAndGoing(own),
    }
    const now = told(
      all,
      new Map([
        [own.studioId, 'studio'],
        [own.shootId, 'shoot'],
      ]),
    ) as Record<string, unknown>
    if (process.env.EPIRO_GOLDEN === '1') writeFileSync(FILE, `${JSON.stringify(now, null, 1)}\n`)
    expect(existsSync(FILE)).toBe(true)
    const before = JSON.parse(readFileSync(FILE, 'utf8')) as Record<string, unknown>
    expect(Object.keys(now)).toEqual(Object.keys(before))
    for (const [part, value] of Object.entries(now)) expect({ [part]: value }).toEqual({ [part]: before[part] })
  } finally {
    await own.end()
  }
})
