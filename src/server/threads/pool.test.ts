// The pool with threads that do what the test says: who is served, who waits, who is refused, and what becomes of work that nobody waits for.
import { EventEmitter } from "node:events";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Person } from "@/core/people";
import type { Asked, Told } from "./messages";
import { Busy, Pool, type Running, type Task } from "./pool";

/** A thread that does nothing by itself. */
class Puppet extends EventEmitter {
  asked: Asked[] = [];
  ended = false;
  postMessage(asked: Asked) {
    this.asked.push(asked);
  }
  terminate() {
    this.ended = true;
    return Promise.resolve(1);
  }
  ref() {}
  unref() {}
  says(told: Told) {
    this.emit("message", told);
  }
  get at(): Asked {
    return this.asked.at(-1)!;
  }
}

let puppets: Puppet[] = [];
let stops: Int32Array[] = [];
let ended: Record<string, unknown> = {};
let count = 0;

const poolOf = (size: number) =>
  new Pool(size, ({ stop }) => {
    const puppet = new Puppet();
    puppets.push(puppet);
    stops.push(stop);
    return puppet as unknown as Running;
  });

/** @param label the person and a number, such as "ana 1" */
function task(label: string): Task {
  const by = { id: label.split(" ")[0]! } as Person;
  count += 1;
  return {
    asked: { id: count, folder: "", name: label, input: null, by, at: "", demo: true, spool: null },
    step: () => {},
    over: (outcome) => void (ended[label] = "error" in outcome ? outcome.error.message : outcome),
  };
}

/** The work that the threads have at this moment. */
const running = () =>
  puppets.flatMap((one) => (one.asked.length && !(one.at.name in ended) && !one.ended ? [one.at.name] : []));

function finish(label: string): void {
  const puppet = puppets.find((one) => one.at?.name === label)!;
  puppet.says({ id: puppet.at.id, value: `done ${label}` });
}

beforeEach(() => {
  [puppets, stops, ended, count] = [[], [], {}, 0];
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

describe("a pool of threads", () => {
  it("has never more threads than its size, and keeps one for others than whoever asks most", () => {
    const pool = poolOf(2);
    for (const label of ["ana 1", "ana 2", "ana 3", "rui 1", "una 1"]) pool.begin(task(label));
    expect(running()).toEqual(["ana 1", "rui 1"]);
    finish("rui 1");
    // Una had nothing yet; Ana has one under way.
    expect(running()).toEqual(["ana 1", "una 1"]);
    finish("una 1");
    expect(running()).toEqual(["ana 1"]);
    finish("ana 1");
    expect(running()).toEqual(["ana 2"]);
    finish("ana 2");
    finish("ana 3");
    expect(puppets).toHaveLength(2);
    expect(Object.keys(ended)).toHaveLength(5);
    expect(ended["ana 3"]).toEqual({ value: "done ana 3" });
  });

  it("serves whoever was served longest ago first, whatever order they came in", () => {
    const pool = poolOf(1);
    for (const label of ["ana 1", "ana 2", "ana 3", "rui 1", "rui 2"]) pool.begin(task(label));
    const order: string[] = [];
    for (let left = 5; left > 0; left -= 1) {
      order.push(running()[0]!);
      finish(running()[0]!);
    }
    expect(order).toEqual(["ana 1", "rui 1", "ana 2", "rui 2", "ana 3"]);
  });

  it("refuses what would wait too long, by person and in all, in a sentence", () => {
    const pool = poolOf(1);
    for (let number = 1; number <= 5; number += 1) pool.begin(task(`ana ${number}`));
    expect(() => pool.begin(task("ana 6"))).toThrow(Busy);
    expect(() => pool.begin(task("ana 6"))).toThrow("You have 4 long requests waiting already");
    for (let number = 1; number <= 36; number += 1) pool.begin(task(`p${number} 1`));
    expect(() => pool.begin(task("last 1"))).toThrow("Too many people ask for long work");
    finish("ana 1");
    pool.begin(task("last 1"));
  });

  it("lets go of what nobody waits for: in the queue at once, in a thread at its next step, or with the thread", () => {
    const pool = poolOf(1);
    const [first, second, third] = [task("ana 1"), task("rui 1"), task("una 1")];
    for (const one of [first, second, third]) pool.begin(one);
    pool.stop(second);
    expect(ended["rui 1"]).toEqual({ stopped: true });
    pool.stop(first);
    expect(stops[0]![0]).toBe(first.asked.id);
    expect(running()).toEqual(["ana 1"]);
    puppets[0]!.says({ id: first.asked.id, stopped: true });
    expect(running()).toEqual(["una 1"]);
    // It was told to stop and does not.
    pool.stop(third);
    pool.begin(task("eva 1"));
    vi.advanceTimersByTime(3_000);
    expect([puppets[0]!.ended, ended["una 1"], running()]).toEqual([true, { stopped: true }, ["eva 1"]]);
  });

  it("goes on after a fault, a thread that dies and work without end", () => {
    const pool = poolOf(1);
    for (const label of ["ana 1", "rui 1", "una 1", "eva 1"]) pool.begin(task(label));
    puppets[0]!.says({ id: 1, fault: { message: "disk I/O error", stack: "", code: "SQLITE_IOERR" } });
    expect([ended["ana 1"], running()]).toEqual(["disk I/O error", ["rui 1"]]);
    puppets[0]!.emit("exit", 1);
    expect([ended["rui 1"], running()]).toEqual(["A thread ended before its work did", ["una 1"]]);
    vi.advanceTimersByTime(3 * 60_000);
    expect([ended["una 1"], running()]).toEqual([
      "It took too long, and was ended; ask for less, such as a shorter period",
      ["eva 1"],
    ]);
    finish("eva 1");
  });
});
