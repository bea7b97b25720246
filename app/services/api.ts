import type { KitItem, LearntElsewhere, Setup } from '~~/core'
import type { LinkInput, MemberInput, SessionRole, ShootInput } from '~~/shared/schemas/records'
import type { TakeAmendment, TakeInput } from '~~/shared/takes/input'
import type { LogQuery } from '~~/shared/schemas/log'
import type { LogFile } from '~~/shared/text/logReader'
import type { LogImported } from '~~/server/services/logImport'
import type { ShootReport } from '~~/server/services/report'
import type { LogEntry, LogPage } from '~~/server/services/logPage'
import type { LogStats } from '~~/server/services/logStats'
import type { PictureRecord } from '~~/server/services/pictures'
import type { LogComparison } from '~~/server/services/logCompare'
import type { LogQuestion } from '~~/server/services/logQuestions'
import type { Found } from '~~/shared/schemas/find'
import type { CompareInput, QuestionInput } from '~~/shared/schemas/logQuestions'
import type { PracticeRecord, PracticeState } from '~~/server/services/practice'
import type { MinuteRule, OwnRules, ShootDay } from '~~/core/day'
import type { SeasonLog } from '~~/core/season'
import type { CourseRecord, LessonProgress } from '~~/server/services/course'
import type { CourseAnswer } from '~~/shared/schemas/course'
import type { GearList, GearRecord } from '~~/server/services/gear'
import type { KeptShareRecord } from '~~/server/services/keptShare'
import type { RehearsalRecord } from '~~/server/services/rehearsals'
import type { LikeGearRecord } from '~~/server/services/gearLikeness'
import type { FlashReadingInput } from '~~/shared/schemas/flashReading'
import type { GearEventInput, LikeGearInput } from '~~/shared/schemas/gear'
import type { DayLog } from '~~/server/services/dayEvents'
import type { DayRecord } from '~~/server/services/days'
import type { DayEventInput } from '~~/shared/schemas/shootDay'
import type { RunInput, RunRecord } from '~~/shared/schemas/run'
import type { MemberRecord } from '~~/server/services/members'
import type { SessionRecord } from '~~/server/services/sessions'
import type { KitRecord } from '~~/server/services/kit'
import type { ArchivedSetup, SetupDocument, SetupRecord } from '~~/server/services/setups'
import type { SetupSummary, ShootName, ShootRecord } from '~~/server/services/shoots'
import type { TakeRecord } from '~~/server/services/takes'
import type { Problem } from '~~/server/utils/problem'
import { reached, standsIn } from './connection'
import { keepAnswer, keptAnswer } from './kept'
import { servicesWords } from '~~/shared/texts/pages/services'

export type {
  ArchivedSetup,
  DayLog,
  CourseRecord,
  DayRecord,
  GearRecord,
  LogComparison,
  LogEntry,
  LogImported,
  LessonProgress,
  LogQuestion,
  LogStats,
  KitRecord,
  MemberRecord,
  PictureRecord,
  PracticeRecord,
  PracticeState,
  SessionRecord,
  SetupRecord,
  SetupSummary,
  SetupDocument,
  ShootName,
  ShootRecord,
  ShootReport,
  TakeRecord,
}

/** Who is signed in, and where. */
export interface SessionView {
  studio: { name: string; isDemo: boolean; zone: string | null }
  role: SessionRole
  member: string | null
  key: string
  installation: boolean
}

/** A link to be handed over: its token, how long it holds, and where this server is reached. */
export interface LinkMade {
  token: string
  minutes: number
  addresses: string[]
}

/** What the server said no with; `status` 0 where it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly problem: Problem | null,
    message: string,
  ) {
    super(message)
  }
}

/** Whether what the server did not take may be taken later: it did not answer, was too slow or busy, or broke down. */
export const comesBack = (status: number): boolean => status === 0 || status === 408 || status === 429 || status >= 500

/** What the server has in place of what a change was made from, where that is why it said no. */
export const newerIn = <T>(error: unknown): T | undefined =>
  error instanceof ApiError ? (error.problem?.current as T | undefined) : undefined

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

const call = async <T>(method: Method, path: string, body?: unknown): Promise<T> =>
  (await answered<T>(method, path, body)).data

async function answered<T>(method: Method, path: string, body?: unknown): Promise<{ data: T; headers: Headers }> {
  const raw = body instanceof Blob
  let response: Response
  try {
    response = await fetch(path, {
      method,
      credentials: 'same-origin',
      ...(body === undefined
        ? {}
        : {
            headers: { 'content-type': raw ? 'application/octet-stream' : 'application/json' },
            body: raw ? body : JSON.stringify(body),
          }),
    })
  } catch {
    const kept = method === 'GET' ? await keptAnswer(path) : null
    if (!kept) throw new ApiError(0, null, servicesWords('api.noConnectionServerCheck'))
    standsIn(kept.at)
    return { data: kept.data as T, headers: new Headers(kept.link ? { link: kept.link } : {}) }
  }
  reached()
  const data = (await response.json().catch(() => null)) as unknown
  if (!response.ok) {
    const problem = data as Problem | null
    throw new ApiError(
      response.status,
      problem,
      problem?.detail ?? servicesWords('api.serverReportedError', { status: response.status }),
    )
  }
  // What is saved comes back as it is asked for.
  if (method === 'GET' || method === 'PUT') void keepAnswer(path, data, response.headers.get('link'))
  return { data: data as T, headers: response.headers }
}

/** Part of a list, and the address of the next; null: it was the last. */
export interface Page<T> {
  items: T[]
  next: string | null
}

async function page<T>(path: string): Promise<Page<T>> {
  const { data, headers } = await answered<T[]>('GET', path)
  return { items: data, next: /<([^>]+)>; rel="next"/.exec(headers.get('link') ?? '')?.[1] ?? null }
}

/** A query as it stands in an address; what is empty is left out. */
function address(query: Partial<LogQuery>): string {
  return new URLSearchParams(
    Object.entries(query).flatMap(([key, value]) =>
      value === undefined || value === '' || value === false || (Array.isArray(value) && value.length === 0)
        ? []
        : [[key, String(value)]],
    ),
  ).toString()
}

/** Every request the page makes, all to its own server. */
export const api = {
  session: () => call<SessionView>('GET', '/api/session'),
  health: () => call<unknown>('GET', '/api/health'),
  signOut: () => call('DELETE', '/api/session'),
  shoots: (path = '/api/shoots') => page<ShootRecord>(path),
  /** Every shoot, page by page. */
  allShoots: async (): Promise<ShootRecord[]> => {
    const found: ShootRecord[] = []
    for (let path: string | null = '/api/shoots?limit=100'; path;) {
      const { items, next }: Page<ShootRecord> = await page<ShootRecord>(path)
      found.push(...items)
      path = next
    }
    return found
  },
  shootNames: () => call<ShootName[]>('GET', '/api/shoots/names'),
  createShoot: (shoot: ShootInput) => call<ShootRecord>('POST', '/api/shoots', shoot),
  updateShoot: (id: string, shoot: ShootInput) => call('PUT', `/api/shoots/${id}`, shoot),
  archiveShoot: (id: string) => call('DELETE', `/api/shoots/${id}`),
  find: (text: string) => call<Found[]>('GET', `/api/find?${new URLSearchParams({ text }).toString()}`),
  answers: (query: Record<string, string>) =>
    call<SeasonLog>('GET', `/api/answers?${new URLSearchParams(query).toString()}`),
  setDayRule: (rule: MinuteRule, minutes: number | null) => call<OwnRules>('PUT', '/api/day-rules', { rule, minutes }),
  dayLog: (shootId: string) => call<DayLog>('GET', `/api/shoots/${shootId}/log`),
  noteDayEvent: (setupId: string, event: DayEventInput) =>
    call<{ id: string }>('POST', `/api/setups/${setupId}/day-events`, event),
  strikeDayEvent: (id: string, struck: boolean) => call('PUT', `/api/day-events/${id}/strike`, { struck }),
  day: (shootId: string) => call<DayRecord>('GET', `/api/shoots/${shootId}/day`),
  saveDay: (shootId: string, revision: number, day: ShootDay) =>
    call<DayRecord>('PUT', `/api/shoots/${shootId}/day`, { revision, day }),
  createSetup: (shootId: string, setup: Setup) => call<SetupRecord>('POST', `/api/shoots/${shootId}/setups`, { setup }),
  setup: (id: string) => call<SetupRecord>('GET', `/api/setups/${id}`),
  learnt: (id: string) => call<LearntElsewhere[]>('GET', `/api/setups/${id}/learnt`),
  saveSetup: (id: string, revision: number, setup: Setup) =>
    call<SetupRecord>('PUT', `/api/setups/${id}`, { revision, setup }),
  setupDocument: (id: string) => call<SetupDocument>('GET', `/api/setups/${id}/document`),
  archiveSetup: (id: string) => call('DELETE', `/api/setups/${id}`),
  duplicateSetup: (id: string) => call<SetupRecord>('POST', `/api/setups/${id}/duplicate`, {}),
  moveSetup: (id: string, shootId: string) => call<SetupRecord>('PUT', `/api/setups/${id}/shoot`, { shootId }),
  archivedSetups: () => call<ArchivedSetup[]>('GET', '/api/setups/archived'),
  restoreSetup: (id: string) => call<SetupRecord>('POST', `/api/setups/${id}/restore`, {}),
  kit: () => call<KitRecord[]>('GET', '/api/kit'),
  gear: () => call<GearList>('GET', '/api/gear'),
  likeGear: () => call<LikeGearRecord[]>('GET', '/api/gear/likeness'),
  nameLikeGear: (input: LikeGearInput) => call<{ id: string | null }>('POST', '/api/gear/likeness', input),
  keptShare: () => call<KeptShareRecord>('GET', '/api/kept-share'),
  useKeptShare: (used: boolean) => call<KeptShareRecord>('PUT', '/api/kept-share', { used }),
  noteGear: (kitId: string, event: GearEventInput) => call<{ id: string }>('POST', `/api/kit/${kitId}/events`, event),
  noteFlashReading: (kitId: string, reading: FlashReadingInput) =>
    call<{ id: string }>('POST', `/api/kit/${kitId}/readings`, reading),
  strikeFlashReading: (id: string, struck: boolean) => call('PUT', `/api/flash-readings/${id}/strike`, { struck }),
  strikeGear: (id: string, struck: boolean) => call('PUT', `/api/gear-events/${id}/strike`, { struck }),
  createKit: (items: readonly KitItem[]) => call<{ ids: string[] }>('POST', '/api/kit', { items }),
  saveKitItem: (id: string, revision: number, item: KitItem) =>
    call<KitRecord>('PUT', `/api/kit/${id}`, { revision, item }),
  archiveKitItem: (id: string, archived: boolean) => call<KitRecord>('PUT', `/api/kit/${id}/archive`, { archived }),
  putRun: (setupId: string, run: RunInput) => call<RunRecord>('PUT', `/api/setups/${setupId}/run`, run),
  log: (query: Partial<LogQuery>) => call<LogPage>('GET', `/api/takes?${address(query)}`),
  /** Where the log is taken out as a file. */
  logQuestions: () => call<LogQuestion[]>('GET', '/api/log-questions'),
  keepLogQuestion: (question: QuestionInput) => call<LogQuestion>('POST', '/api/log-questions', question),
  forgetLogQuestion: (id: string) => call('DELETE', `/api/log-questions/${id}`),
  compareLogs: (two: CompareInput) => call<LogComparison>('POST', '/api/takes/compare', two),
  logFile: (query: Partial<LogQuery>, format: 'csv' | 'json') =>
    `/api/takes/export?${address({ ...query })}&format=${format}`,
  importLog: (file: LogFile & { amend?: boolean }) => call<LogImported>('POST', '/api/takes/import', file),
  report: (shootId: string) => call<ShootReport>('GET', `/api/shoots/${shootId}/report`),
  logStats: (query: Partial<LogQuery>) => call<LogStats>('GET', `/api/takes/stats?${address(query)}`),
  takes: (setupId: string) => call<TakeRecord[]>('GET', `/api/setups/${setupId}/takes`),
  excludedTakes: (setupId: string) => call<TakeRecord[]>('GET', `/api/setups/${setupId}/takes?struck=true`),
  amendTake: (id: string, amendment: TakeAmendment) => call<TakeRecord>('PUT', `/api/takes/${id}`, amendment),
  strikeTake: (id: string, struck: boolean) => call('PUT', `/api/takes/${id}/strike`, { struck }),
  pictures: (setupId: string) => call<PictureRecord[]>('GET', `/api/setups/${setupId}/pictures`),
  /** @param written when it was added, where it waited on this device */
  addPicture: (setupId: string, file: File, take: string | null, written?: string) =>
    call<PictureRecord>(
      'POST',
      `/api/setups/${setupId}/pictures?${new URLSearchParams({
        name: file.name.slice(0, 200),
        zone: String(-new Date().getTimezoneOffset()),
        ...(take === null ? {} : { take }),
        ...(written === undefined ? {} : { written }),
      }).toString()}`,
      new Blob([file]),
    ),
  deletePicture: (id: string) => call('DELETE', `/api/pictures/${id}`),
  putPicture: (id: string, take: string | null) => call<PictureRecord>('PUT', `/api/pictures/${id}/take`, { take }),
  sessions: () => call<(SessionRecord & { here: boolean })[]>('GET', '/api/sessions'),
  revokeSession: (id: string) => call('DELETE', `/api/sessions/${id}`),
  makeLink: (link: LinkInput) => call<LinkMade>('POST', '/api/links', link),
  members: () => call<MemberRecord[]>('GET', '/api/members'),
  updateMember: (id: string, member: MemberInput) => call('PUT', `/api/members/${id}`, member),
  revokeMember: (id: string) => call('DELETE', `/api/members/${id}`),
  cancelLinks: (id: string) => call('DELETE', `/api/members/${id}/links`),
  createStudio: (name: string) => call<LinkMade>('POST', '/api/studios', { name }),
  setZone: (zone: string) => call<{ zone: string }>('PUT', '/api/studios/zone', { zone }),
  course: () => call<CourseRecord>('GET', '/api/course'),
  answerGo: (answer: CourseAnswer) => call<{ right: boolean; progress: LessonProgress }>('POST', '/api/course', answer),
  practices: () => call<PracticeRecord[]>('GET', '/api/practice'),
  beginPractice: (exercise: string, seed?: number) =>
    call<SetupRecord>('POST', '/api/practice', { exercise, ...(seed === undefined ? {} : { seed }) }),
  rehearsals: (setupId: string) => call<RehearsalRecord[]>('GET', `/api/setups/${setupId}/rehearsals`),
  rehearse: (setupId: string) => call<SetupRecord>('POST', `/api/setups/${setupId}/rehearse`, {}),
  practice: (setupId: string) => call<PracticeState>('GET', `/api/setups/${setupId}/practice`),
  revealPractice: (setupId: string) => call<PracticeState>('POST', `/api/setups/${setupId}/practice/reveal`, {}),
  logTake: (setupId: string, take: TakeInput) => call<TakeRecord>('POST', `/api/setups/${setupId}/takes`, take),
}
