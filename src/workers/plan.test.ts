import { expose } from "comlink";
import { plan } from ".";

/** A worker as a page has it: a channel with the planner's stand-in at its other end. */
class FakeWorker {
  static last: FakeWorker;
  static planner: object = {};
  onerror: ((event: { message: string }) => void) | undefined;
  terminated = false;
  private readonly channel = new MessageChannel();

  constructor() {
    FakeWorker.last = this;
    expose(FakeWorker.planner, this.channel.port2 as never);
    this.channel.port1.start();
  }

  postMessage(message: unknown, transfer: Transferable[]) {
    this.channel.port1.postMessage(message, transfer);
  }
  addEventListener(kind: string, listener: EventListener) {
    this.channel.port1.addEventListener(kind, listener);
  }
  removeEventListener(kind: string, listener: EventListener) {
    this.channel.port1.removeEventListener(kind, listener);
  }
  terminate() {
    this.terminated = true;
  }
  close() {
    this.channel.port1.close();
    this.channel.port2.close();
  }
}
Object.assign(globalThis, { Worker: FakeWorker });

const soon = (ms = 50) => new Promise((resolve) => setTimeout(resolve, ms));
afterEach(() => FakeWorker.last.close());

test("a job reports how far it is, and ends with its result", async () => {
  FakeWorker.planner = {
    compare: async (_: unknown, report: (share: number) => void) => {
      await report(0.5);
      return "done";
    },
  };
  const shares: number[] = [];
  const { result } = plan(
    (planner, report) => planner.compare({} as never, report) as never,
    (share) => shares.push(share),
  );
  expect(await result).toBe("done");
  expect(shares).toEqual([0.5]);
  expect(FakeWorker.last.terminated).toBe(true);
});

test("stopped, nothing comes any more: neither the result that was under way nor how far it was", async () => {
  let go = () => {};
  FakeWorker.planner = {
    compare: async (_: unknown, report: (share: number) => void) => {
      await new Promise<void>((resolve) => (go = resolve));
      await report(0.9);
      return "too late";
    },
  };
  const shares: number[] = [];
  const came = jest.fn();
  const { result, cancel } = plan(
    (planner, report) => planner.compare({} as never, report) as never,
    (share) => shares.push(share),
  );
  result.then(came, came);
  await soon();
  cancel();
  expect(FakeWorker.last.terminated).toBe(true);
  go();
  await soon(200);
  expect(came).not.toHaveBeenCalled();
  expect(shares).toEqual([]);
});

test.each([
  ["fails in its job", () => undefined, /it broke/],
  ["does not start", () => FakeWorker.last.onerror?.({ message: "no such script" }), /no such script/],
])("a worker that %s says so", async (_, act, says) => {
  FakeWorker.planner = {
    compare: async () => {
      await soon(30);
      throw new Error("it broke");
    },
  };
  const { result } = plan(
    (planner) => planner.compare({} as never) as never,
    () => {},
  );
  act();
  await expect(result).rejects.toThrow(says);
});
