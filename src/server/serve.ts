import { BDF_LIMITS } from "@/core/dots";
import { SERVER_LIMITS, mib } from "./limits";
import { TOO_BUSY, ask } from "./pool";
import { refusal, type Answer, type Question, type RouteName } from "./question";
import { bodyText, takeUpload } from "./upload";

/** Who answers: the pool's threads; in a test whoever is given. */
export type Asker = (question: Question, gone: AbortSignal) => Promise<Answer>;

let inHand = 0;
let uploads = 0;

/**
 * Takes a request in, has it answered, and gives the answer back. What comes from a page of another site is refused;
 * scripts, which send no Origin, are welcome.
 */
export async function serve(route: RouteName, request: Request, asker: Asker = ask): Promise<Response> {
  if (isFromElsewhere(request.headers))
    return respond(refusal(403, "Pages of other sites may not ask here. Scripts may: they send no Origin."));
  if (inHand >= SERVER_LIMITS.atOnce) return respond(TOO_BUSY);
  inHand += 1;
  try {
    return respond(await answered(route, request, asker));
  } finally {
    inHand -= 1;
  }
}

async function answered(route: RouteName, request: Request, asker: Asker): Promise<Answer> {
  const query = Object.fromEntries([...new URL(request.url).searchParams].slice(0, 16));
  if (route === "decode") {
    if (uploads >= SERVER_LIMITS.uploads) return TOO_BUSY;
    uploads += 1;
    return decoded(request, query, asker).finally(() => (uploads -= 1));
  }
  const most = route === "import/bdf" ? BDF_LIMITS.bytes : SERVER_LIMITS.rigBytes;
  const what = route === "import/bdf" ? "no font of dots is" : "a rig document is never";
  const text = await bodyText(request, most, `The body is over ${mib(most)}; ${what} that large.`);
  if (typeof text !== "string") return text;
  return asker({ route, query, text, parts: {} }, request.signal);
}

async function decoded(request: Request, query: Question["query"], asker: Asker): Promise<Answer> {
  const upload = await takeUpload(request);
  if ("status" in upload) return upload;
  const { parts, capture, release } = upload;
  try {
    return await asker({ route: "decode", query, text: "", parts, capture }, request.signal);
  } finally {
    await release();
  }
}

/** Whether a browser says that a page of another site asks. */
function isFromElsewhere(headers: Headers): boolean {
  const origin = headers.get("origin");
  if (origin === null) return headers.get("sec-fetch-site") === "cross-site";
  return !URL.canParse(origin) || new URL(origin).host !== headers.get("host");
}

const respond = ({ status, headers, body }: Answer): Response =>
  new Response(body as string | Uint8Array<ArrayBuffer>, {
    status,
    headers: { ...headers, "cache-control": "no-store" },
  });
