// npm start: installs, builds, serves. PORT chooses another port than 3000.
import { spawn } from "node:child_process";
import { bin, install, step } from "./steps.mjs";

const port = process.env.PORT ?? "3000";
if (!/^\d{1,5}$/.test(port) || Number(port) > 65535) {
  console.error(`✗ PORT is “${port}”; it must be a number from 0 to 65535`);
  process.exit(1);
}
const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };
if (!install()) process.exit(1);
if (!step("Building", bin("next"), ["build"], { env: environment })) process.exit(1);

console.log(`\n» Serving on http://localhost:${port}`);
const server = spawn(bin("next"), ["start", "-p", port], { stdio: "inherit", env: environment });
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => {
  if (code)
    console.error(
      `\n✗ The server ended with code ${code}. Is port ${port} in use? PORT=3001 npm start takes another.`,
    );
  process.exit(code ?? 0);
});
