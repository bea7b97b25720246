import type {
  BenchExposure,
  BenchShot,
  Judgement,
  KitItem,
  LearntElsewhere,
  PlannedStatus,
  PracticeRig,
  RevealedFigure,
  Setup,
} from '../../core'
import type { AskedLesson } from '../../core/course'
import type { GearDay, GearKind, GearTake, LikeGear } from '../../core/season'
import type { PreparedPicture } from '../services/pictureFile'
import type { TakeRecord } from '../services/takes'

/** What is too heavy for the process that answers requests, each with what it gives. */
export interface Jobs {
  /** Plans a set-up as it was saved, for lists to read. */
  stand: { asked: { setup: Setup }; given: PlannedStatus }
  /** What other set-ups have learnt that bears on one; those as their documents lie in the database. */
  learnt: { asked: { setup: Setup; others: string[] }; given: LearntElsewhere[] }
  /** Which of some set-ups, as they lie in the database, took figures from which items, and what differs by now. */
  kitUses: {
    asked: {
      items: Readonly<Record<string, KitItem>>
      setups: readonly { setupId: string; name: string; document: string }[]
    }
    given: { item: string; setupId: string; name: string; differs: string[] }[]
  }
  /** What the takes of a set-up, as it lies in the database, say of gear: by the item as fired, else as it names. */
  gearDays: {
    asked: { document: string; kinds: Readonly<Record<string, GearKind>>; takes: readonly GearTake[] }
    given: (GearDay & { kitId: string })[]
  }
  /** Which of some set-ups, as they lie in the database, look as if they were fired with one piece of gear. */
  likeGear: {
    asked: {
      setups: readonly { id: string; document: string }[]
      apart: readonly { kind: GearKind; setupId: string }[]
    }
    given: LikeGear[]
  }
  /** Whether an answer to a go of the course does, and how often luck would. */
  courseGo: {
    asked: { lesson: AskedLesson; number: number; person: string; answer: number }
    given: { right: boolean; luck: number }
  }
  /** Prepares the picture in a file; writes beside it what is kept. */
  picture: { asked: { path: string; zone: number }; given: PreparedPicture }
  /** Makes a picture small enough to be read; without loss beyond that. */
  small: { asked: { data: Uint8Array }; given: Uint8Array }
  /** Draws what the camera of the practice bench delivers. */
  frame: { asked: { rig: PracticeRig; setup: Setup; exposure: BenchExposure; at: Date }; given: Uint8Array }
  /** Draws the predicted frame of a set-up, as it lies in the database, small. @throws 422 where it cannot be */
  setupFrame: { asked: { document: string }; given: Uint8Array }
  /** Judges an exercise and works out its rig's true figures. */
  outcome: {
    asked: {
      exercise: string
      rig: PracticeRig
      setup: Setup
      fired: number
      shots: { shot: BenchShot; at: number }[]
      takes: TakeRecord[]
    }
    given: { judgement: Judgement; truth: RevealedFigure[] }
  }
}
export type JobKind = keyof Jobs

export type JobMessage<K extends JobKind = JobKind> = { id: number } & (
  { given: Jobs[K]['given'] } | { refused: { status: number; detail: string } } | { failed: string }
)
