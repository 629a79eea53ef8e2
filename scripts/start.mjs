// npm start: installs, builds, serves. PORT chooses another port than 3000, HOST other addresses than this computer's own.
import { spawn } from "node:child_process";
import { bin, install, step } from "./steps.mjs";

const port = process.env.PORT ?? "3000";
if (!/^\d{1,5}$/.test(port) || Number(port) > 65535) {
  console.error(`✗ PORT is “${port}”; it must be a number from 0 to 65535`);
  process.exit(1);
}
const host = process.env.HOST ?? "127.0.0.1";
const LOCAL = new Set(["127.0.0.1", "localhost", "::1"]);
if (!/^[A-Za-z0-9.:-]+$/.test(host)) {
  console.error(`✗ HOST is “${host}”; it must be an address or a name, such as 127.0.0.1 or 0.0.0.0`);
  process.exit(1);
}
const environment = { ...process.env, NEXT_TELEMETRY_DISABLED: "1" };
if (!install() || !step("Building", process.execPath, ["scripts/build.mjs"])) process.exit(1);

console.log(`\n» Serving on http://localhost:${port}`);
console.log(
  LOCAL.has(host)
    ? "  Only this computer can open it. HOST=0.0.0.0 npm start lets others in the network in as well."
    : `  HOST is ${host}: everybody who reaches this computer over the network can open it and have it work. Rigs stay in each visitor's own browser.`,
);
const server = spawn(bin("next"), ["start", "-H", host, "-p", port], { stdio: "inherit", env: environment });
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => server.kill(signal));
server.on("exit", (code) => {
  if (code)
    console.error(
      `\n✗ The server ended with code ${code}. Is port ${port} in use? PORT=3001 npm start takes another.`,
    );
  process.exit(code ?? 0);
});
