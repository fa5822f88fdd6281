import createClient, { defaultPathSerializer } from 'openapi-fetch';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Lesson = Schemas['Lesson'];
export type Block = Schemas['Block'];
export type Drill = Schemas['Drill'];
export type Plan = Schemas['Plan'];
export type Watched = Schemas['Watched'];
export type DrillOutlook = Schemas['DrillOutlook'];
export type PlayerOutlook = Schemas['PlayerOutlook'];
export type Notice = Schemas['Notice'];
export type Figure = Schemas['Figure'];
export type Derivation = Schemas['Derivation'];
export type Vocabulary = Schemas['Vocabulary'];
export type Term = Schemas['Term'];
export type Court = Schemas['Court'];
export type Point = Schemas['Point'];
export type PlayedGame = Schemas['PlayedGame'];
export type Rules = Schemas['Rules'];
export type Game = Schemas['Game'];
export type Student = Schemas['Student'];
export type StudentRecord = Schemas['StudentRecord'];
export type LessonSummary = Schemas['LessonSummary'];
export type RunSummary = Schemas['RunSummary'];
export type Run = Schemas['Run'];
export type RunState = Schemas['RunState'];
export type RunEvent = Schemas['Event'];
export type FlightAnswer = Schemas['FlightAnswer'];
export type TargetAnswer = Schemas['TargetAnswer'];
export type GoalAnswer = Schemas['GoalAnswer'];
export type TempoAnswer = Schemas['TempoAnswer'];
export type PathPoint = Schemas['PathPoint'];
export type RotationAnswer = Schemas['RotationAnswer'];
export type Pattern = Schemas['Pattern'];
export type PatternTurn = Schemas['PatternTurn'];
export type ShelfDrill = Schemas['ShelfDrill'];
export type DrillCheck = Schemas['DrillCheck'];
export type DrillNotice = Schemas['DrillNotice'];
export type Neighbour = Schemas['Neighbour'];
export type DrillVersion = Schemas['DrillVersion'];
export type Preset = Schemas['ShelfGame'];
export type Group = Schemas['Group'];
export type Practice = Schemas['Practice'];
export type Home = Schemas['Home'];
export type Ladder = Schemas['Ladder'];
export type ShelfLadder = Schemas['ShelfLadder'];
export type LadderRung = Schemas['LadderRung'];
export type Climb = Schemas['Climb'];
export type StudentLadders = Schemas['StudentLadders'];
export type Course = Schemas['Course'];
export type CourseState = Schemas['CourseState'];
export type Imported = Schemas['Imported'];
export type Order = Schemas['Order'];
export type Report = Schemas['Report'];
export type Resources = Schemas['Resources'];
export type Brief = Schemas['Brief'];
export type Variant = NonNullable<Block['variants']>[number];
export type KitItem = Schemas['KitItem'];
export type Caution = DrillCheck['cautions'][number];
export type Place = Schemas['RotationPlace'];
export type BlockRotation = Schemas['BlockRotation'];
export type BlockDetail = Schemas['BlockDetail'];
export type Fix = Schemas['LessonFix'];
export type Machine = Schemas['Machine'];
export type MachineSetting = Schemas['MachineSetting'];
export type ClubCoach = Schemas['ClubCoach'];
export type Draft =
  paths['/api/v1/lessons/drafts']['post']['responses'][200]['content']['application/json'][number];
export type Sheet =
  paths['/api/v1/lessons/{lesson}/sheet']['get']['responses'][200]['content']['application/json'];
export type LessonVersion = Schemas['LessonVersion'];
export type Access = Schemas['Access'];
export type DoorLink = Schemas['DoorLink'];
export type Device = Schemas['Device'];
export type Deed = Schemas['Deed'];
export type PairingCode = Schemas['PairingCode'];
export type Copies = Schemas['Copies'];
export type Taken = Schemas['Taken'];
export type Aside = Schemas['Aside'];
export type Erased = Schemas['Erased'];
export type Erasure = Schemas['Erasure'];
export type Problem = Schemas['Problem'];

/** The one typed face over the contract. */
export const api = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? 'http://localhost',
  fetch: (request) => globalThis.fetch(request) // as it is now, not as it was when this was read
});

/** The address of an operation whose answer is not read by `api`, with its parts escaped. */
export const addressOf = (path: keyof paths, parts: Record<string, string>) =>
  defaultPathSerializer(path, parts);

/** What a screen can say when an answer did not come or was an error. */
export function explain(error: unknown): string {
  if (error && typeof error === 'object' && 'detail' in error) return String(error.detail);
  return 'Cannot reach the server. Your changes are kept on this device and will be sent again.';
}

/** The data of an answer, or an Error in a coach's words. */
export async function need<T>(answer: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  const { data, error } = await answer.catch((error: unknown) => ({ data: undefined, error }));
  if (data === undefined) throw new Error(explain(error));
  return data;
}

/** The same of what answers with nothing. */
export async function done(answer: Promise<{ error?: unknown }>): Promise<void> {
  const { error } = await answer.catch((error: unknown) => ({ error }));
  if (error !== undefined) throw new Error(explain(error));
}
