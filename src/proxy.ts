import { NextResponse, type NextRequest } from "next/server";

/** What a page may load: its own files, and scripts that carry the nonce of this one answer. */
const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    // In development React rebuilds call stacks with eval; what is built never does.
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Positions of wires and bars are style attributes; they can load nothing.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join("; ");

/** Gives each page its content policy; Next puts the nonce on its own scripts. */
export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString("base64");
  const headers = new Headers(request.headers);
  const content = policy(nonce);
  headers.set("x-nonce", nonce);
  headers.set("content-security-policy", content);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set("content-security-policy", content);
  return response;
}

export const config = {
  matcher:
    "/((?!api/|_next/static|_next/image|schema/|captures/|icons/|sw\\.js|manifest\\.webmanifest|icon\\.svg).*)",
};
