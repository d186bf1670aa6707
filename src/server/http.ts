import * as yup from 'yup';
import { isLeadOnly, textFaults } from '@/core/job';
import { type Actor, type Permission, whyNotNow } from './access';
import { isSecure, secretOf } from './auth/auth';
import { leadProofCookie } from './auth/leadProof';
import { keyShop } from './auth/keyShop';
import { currentActor } from './auth/session';
import { type BodySize, bodyText } from './body';
import { database } from './db/connection';
import { faultAnswer } from './faults';
import { log } from './log';
import { RequestIdUsed } from './once';
import { foreignOrigin } from './origin';

/** Who is let in. */
export interface Let {
  /** The right that it wants: who has it not gets 403 before anything is read. */
  readonly needs?: Permission;
  /** Open with a temporary password as well, which else is refused with 403. */
  readonly temporary?: boolean;
}

/**
 * Answers a request of a signed-in person: 401 without a session, 413 for a body over the limit, 400 for one that was
 * cut on its way, 503 while the database is away, 500 with a plain code and a log line when something breaks that
 * should not.
 */
export async function answerActor(
  request: Request,
  size: BodySize,
  work: (actor: Actor, body: string) => Promise<Response>,
  only: Let = {},
): Promise<Response> {
  return answerPerson(request, async (actor) => work(actor, await bodyText(request, size)), only);
}

/** Answers a request of a signed-in person that reads its body itself, if it has one. */
export async function answerPerson(
  request: Request,
  work: (actor: Actor) => Promise<Response>,
  { needs, temporary = false }: Let = {},
): Promise<Response> {
  let actor: Actor | null = null;
  try {
    const foreign = foreignOrigin(request);
    if (foreign) return foreign;
    actor = await currentActor();
    if (!actor) return Response.json({ code: 'not-signed-in' }, { status: 401 });
    if (actor.mustChange && !temporary)
      return Response.json({ code: 'password-must-change' }, { status: 403 });
    const barred = needs ? whyNotNow(actor, needs) : null;
    if (barred !== null) return Response.json({ code: barred }, { status: 403 });
    const answer = await work(actor);
    return needs && isLeadOnly(needs) && answer.status < 400 ? stillProven(answer, actor) : answer;
  } catch (error) {
    return faultAnswer(error, request, actor?.shopId);
  }
}

/** A lead who goes on using what is a lead's is not asked again meanwhile, on a device of their own. */
function stillProven(answer: Response, { proof, sessionToken }: Actor): Response {
  if (!proof || proof.shared || sessionToken === undefined) return answer;
  const used = { ...proof, usedMs: Date.now() };
  answer.headers.append('set-cookie', leadProofCookie(sessionToken, used, secretOf(), isSecure()));
  return answer;
}

/**
 * Answers a person who is signed in, or another program with a key of a shop that opens this; 401 for anybody else.
 * @param work told the shop alone: what a key opens is the same for all of a shop's people
 */
export async function answerShop(
  request: Request,
  opens: Parameters<typeof keyShop>[2],
  work: (shopId: string) => Promise<Response>,
  only: Let = {},
): Promise<Response> {
  if (!request.headers.has('authorization'))
    return answerPerson(request, (actor) => work(actor.shopId), only);
  try {
    const found = await keyShop(database(), request, opens, new Date());
    return found ? await work(found.shopId) : Response.json({ code: 'no-such-key' }, { status: 401 });
  } catch (error) {
    return faultAnswer(error, request);
  }
}

/** One thing wrong with a form: where, and the code of what. */
export interface FormFault {
  readonly path: string;
  readonly message: string;
}

/**
 * Answers a request that is one form: 400 with each fault by path where it is not filled in as it must be, 409 where its
 * id was used for something else, 422 where the answer is the code of what stands in the way.
 */
export async function answerForm<T>(
  request: Request,
  form: yup.ISchema<T>,
  work: (actor: Actor, input: T) => Promise<object>,
  {
    faulty = (faults) => ({ code: 'malformed', faults }),
    ...only
  }: Let & {
    /** What is answered to faults; else `malformed` with each by its path. */
    readonly faulty?: (faults: readonly FormFault[]) => object;
  } = {},
): Promise<Response> {
  return answerActor(
    request,
    'small',
    (actor, body) => answerInput(body, form, (input) => work(actor, input), faulty),
    only,
  );
}

/** The same for a form of somebody who is not signed in, and cannot be: what lets it in is in the form. */
export async function answerOpenForm<T>(
  request: Request,
  form: yup.ISchema<T>,
  work: (input: T) => Promise<object>,
): Promise<Response> {
  try {
    const foreign = foreignOrigin(request);
    if (foreign) return foreign;
    const body = await bodyText(request, 'small');
    return await answerInput(body, form, work, (faults) => ({ code: 'malformed', faults }));
  } catch (error) {
    return faultAnswer(error, request);
  }
}

async function answerInput<T>(
  body: string,
  form: yup.ISchema<T>,
  work: (input: T) => Promise<object>,
  faulty: (faults: readonly FormFault[]) => object,
): Promise<Response> {
  let input: T;
  try {
    const sent: unknown = JSON.parse(body);
    const unfit = textFaults(sent);
    if (unfit.length > 0)
      return Response.json(faulty(unfit.map((f) => ({ path: f.path, message: f.code }))), { status: 400 });
    input = (await (form as yup.Schema<T>).validate(sent, { abortEarly: false, stripUnknown: true })) as T;
  } catch (error) {
    // What is no JSON, or of a kind that the form does not even get to look at, is as malformed as can be.
    if (!(error instanceof yup.ValidationError)) {
      if (!(error instanceof SyntaxError))
        log.warn({ err: error }, 'a form threw something that is no fault of a field');
      return Response.json(faulty([{ path: '', message: 'malformed' }]), { status: 400 });
    }
    const inner = error.inner.length > 0 ? error.inner : [error];
    return Response.json(faulty(inner.map((e) => ({ path: e.path ?? '', message: e.message }))), {
      status: 400,
    });
  }
  try {
    const answer = await work(input);
    return Response.json(answer, { status: 'code' in answer ? 422 : 200 });
  } catch (error) {
    if (error instanceof RequestIdUsed) return Response.json({ code: 'conflict' }, { status: 409 });
    throw error;
  }
}

/** Answers a request for one row of the shop: 401 without a session, 404 where there is none. */
export async function answerRow(
  request: Request,
  find: (actor: Actor) => Promise<object | null>,
): Promise<Response> {
  return answerPerson(request, async (actor) => {
    const row = await find(actor);
    return row ? Response.json(row) : Response.json({ code: 'not-found' }, { status: 404 });
  });
}
