import { randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createConnection } from 'mysql2/promise'
import { connectionOptions } from '../../server/database/address'
import { migrateTo } from '../../server/database/migrate'
import { openDatabase } from '../../server/database/client'
import { rowsOf } from '../../server/database/rows'
import { createSignInToken } from '../../server/services/sessions'
import { firstMember } from '../../server/services/members'
import { createStudio, findStudioNamed } from '../../server/services/studios'
import { withDatabase } from '../lib/home.mjs'
import { choosePort, end } from '../lib/processes.mjs'
import { SERVER, startServer, untilReady } from '../lib/server.mjs'
import { Stop } from '../lib/system.mjs'
import { quantile } from './quantiles'
import { type Ask, exported, imported } from './transfers'

/** Times each call is made; the first few warm the database's memory and are left out. */
const TIMES = 24
const WARM = 4

/** What a call may take, ms, 95 % of them, on a quiet machine of two cores. */
const BUDGETS = { start: 100, counts: 200, page: 50, report: 300, setup: 1000, takes: 300 } as const

async function timed(get: Ask, name: string, budget: number, path: string): Promise<void> {
  const spent: number[] = []
  let bytes = 0
  let status = 0
  for (let i = 0; i < TIMES; i++) {
    const began = performance.now()
    const answer = await get(path)
    bytes = (await answer.arrayBuffer()).byteLength
    status = answer.status
    if (i >= WARM) spent.push(performance.now() - began)
  }
  const [median, most] = [quantile(spent, 0.5), quantile(spent, 0.95)]
  const told = [median, most].map(ms => `${ms.toFixed(0)} ms`).join(' | ')
  console.log(`| ${name} | ${status} | ${told} | ${budget} ms | ${(bytes / 1024).toFixed(0)} kB |`)
}

/** Signs in by a link; what fetches with that session. */
async function session(url: string, token: string): Promise<Ask> {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'origin': url },
    body: JSON.stringify({ token }),
  })
  if (!answer.ok) throw new Stop(`Signing in: ${answer.status}`)
  const cookie = answer.headers
    .getSetCookie()
    .map(text => text.split(';')[0])
    .join('; ')
  const headers = { cookie, 'origin': url, 'content-type': 'application/json' }
  return (path, sent) =>
    fetch(
      url + path,
      sent === undefined ? { headers: { cookie } } : { method: 'POST', headers, body: JSON.stringify(sent) },
    )
}

/** Processor seconds of a process so far. */
function processorSeconds(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
  return (Number(fields[11]) + Number(fields[12])) / 100
}

async function idleStreams(get: Ask, setupId: string, pid: number, many = 200, seconds = 10): Promise<void> {
  const streams = await Promise.all(Array.from({ length: many }, () => get(`/api/setups/${setupId}/run/events`)))
  const began = processorSeconds(pid)
  await new Promise(done => setTimeout(done, seconds * 1000))
  const share = (processorSeconds(pid) - began) / seconds
  await Promise.all(streams.map(stream => stream.body?.cancel()))
  console.log(`| ${many} event streams, idle: the server | ${(share * 100).toFixed(1)} % of a core | | 3 % | |`)
}

async function measure(databaseUrl: string): Promise<void> {
  const db = openDatabase(databaseUrl)
  const connection = await createConnection(connectionOptions(databaseUrl))
  await migrateTo(connection)
  const studio = await findStudioNamed(db, 'A full studio')
  if (!studio) throw new Stop('There is no "A full studio" here: npm run fill makes one')
  const one = async (sql: string): Promise<string> => String((await rowsOf(connection, sql, [studio.id]))[0]?.id)
  const member = await one('select id from members where studio_id = ? limit 1')
  const largest = await one(
    'select setup_id as id from take_cells where studio_id = ? group by 1 order by sum(takes) desc limit 1',
  )
  const shoot = String((await rowsOf(connection, 'select shoot_id as id from setups where id = ?', [largest]))[0]!.id)
  const [deepest] = await rowsOf(
    connection,
    'select id, fired_at as at from takes where studio_id = ? order by fired_at limit 1 offset 1000',
    [studio.id],
  )
  const deep = `${new Date(String(deepest!.at)).getTime()}_${String(deepest!.id)}`
  const token = await createSignInToken(db, studio.id, { memberId: member })
  const elsewhere = await createStudio(db, 'A studio that takes a log in')
  const lead = await firstMember(db, elsewhere, 'lead', 'Lead')
  const another = await createSignInToken(db, elsewhere, { memberId: lead })
  const port = await choosePort(3300)
  const url = `http://127.0.0.1:${port}`
  const server = startServer({ databaseUrl, secret: randomBytes(32).toString('hex'), host: '127.0.0.1', port })
  try {
    await untilReady(url)
    const get = await session(url, token)
    console.log('| call | answer | median | 95 % | budget | size |\n|---|---|---|---|---|---|')
    const log = '/api/takes?order=newest&limit=50'
    const stats = '/api/takes/stats?order=newest&limit=50'
    await timed(get, 'start page', BUDGETS.start, '/api/shoots')
    await timed(get, 'counts of everything', BUDGETS.counts, stats)
    for (const filter of [
      'recipe=drop',
      'verdict=misfire',
      'keepers=true',
      `shoot=${shoot}`,
      'pictures=true',
      'text=flag',
      'text=heron',
    ])
      await timed(get, `counts, ${filter.replace(shoot, '…')}`, BUDGETS.counts, `${stats}&${filter}`)
    await timed(get, 'answers of everything', BUDGETS.counts, '/api/answers?')
    await timed(get, 'own share of kept takes', BUDGETS.counts, '/api/kept-share')
    await timed(get, 'older set-ups that look alike', BUDGETS.report, '/api/gear/likeness')
    await timed(get, 'search, a common word', BUDGETS.counts, '/api/find?text=flag')
    await timed(get, 'log, first page', BUDGETS.page, log)
    await timed(get, 'log, deep', BUDGETS.page, `${log}&after=${deep}`)
    await timed(get, 'log, deep, one recipe', BUDGETS.page, `${log}&recipe=bubble&after=${deep}`)
    await timed(
      get,
      'log, misfires of one recipe, oldest first',
      BUDGETS.page,
      '/api/takes?order=oldest&limit=50&recipe=bubble&verdict=misfire',
    )
    await timed(get, 'log, longest delay, misfires', BUDGETS.page, '/api/takes?order=longest&limit=50&verdict=misfire')
    await timed(
      get,
      'log, keepers of one recipe by delay',
      BUDGETS.page,
      '/api/takes?order=shortest&limit=50&recipe=drop&keepers=true',
    )
    await timed(get, 'log, a common word', BUDGETS.page, `${log}&text=flag`)
    await timed(get, 'log, a rare word', BUDGETS.page, `${log}&text=heron`)
    await timed(get, 'log, nothing found', BUDGETS.page, `${log}&text=nothing%20like%20it`)
    await timed(get, 'log, with a picture', BUDGETS.page, `${log}&pictures=true`)
    await timed(get, 'report of a large shoot', BUDGETS.report, `/api/shoots/${shoot}/report`)
    await timed(get, 'set-up of 5,000 takes', BUDGETS.setup, `/api/setups/${largest}`)
    await timed(get, 'its takes', BUDGETS.takes, `/api/setups/${largest}/takes`)
    await exported(get, '/api/takes/export?format=csv&order=newest&limit=50', 100_000)
    await imported(get, await session(url, another), largest)
    await idleStreams(get, largest, server.pid!)
  } finally {
    if (server.pid) await end(server.pid, SERVER, 5000)
    await connection.end()
    await db.$client.end()
  }
}

withDatabase(measure).catch((error: unknown) => {
  console.error(error instanceof Stop ? error.message : error)
  process.exitCode = 1
})
