// @ts-check
// The application with reloading, on the local database of its own folder: npm run dev
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { needModules } from './lib/build.mjs'
import { homeFolder, withDatabase } from './lib/home.mjs'
import { prepareDatabase, secretIn } from './lib/server.mjs'
import { Stop, needPackages, run, say } from './lib/system.mjs'

process.chdir(resolve(dirname(fileURLToPath(import.meta.url)), '..'))
if (!process.env.DATABASE_URL) needPackages({ 'mariadbd': 'mariadb-server', 'mariadb-install-db': 'mariadb-server' })
needModules()
withDatabase(async url => {
  const { token } = prepareDatabase(url, { demo: true, link: true })
  say(`Sign in at /sign-in#${token}`)
  run('npx', ['--no-install', 'nuxt', 'dev', '--host', '127.0.0.1'], {
    DATABASE_URL: url,
    SESSION_SECRET: secretIn(join(homeFolder(), 'session-secret')),
    NUXT_TELEMETRY_DISABLED: '1',
  })
}).catch(error => {
  console.error(error instanceof Stop ? error.message : error)
  process.exit(1)
})
