import type { Arrival, Ask, Seat } from "./arrivals";
import { Heap } from "../heap";
import { draw, type Random } from "./random";
import { Server, type Capacity } from "./server";
import type { WorkingClock } from "./working-clock";

/** Everything that one run is made with. */
export type RunWith = {
  random: Random;
  clock(person: string): WorkingClock;
  capacity(person: string): Capacity;
  /** Working minutes of a person's own from being asked at a moment to answering, at least. */
  respondsIn(person: string, moment: number): number;
  /** Minutes of work of one answer. */
  workOf(ask: Ask, random: Random): number;
  /** Who answers for a seat at a moment, and whether they are there then. */
  actorOf(seat: Seat, arrival: Arrival, moment: number): { person: string; present: boolean };
  /** When a level is due whose seats are asked at a moment; null without a time limit. */
  dueOf(ask: Ask, seats: readonly Seat[], arrival: Arrival, moment: number): number | null;
  /** Who is asked instead of those who are silent when time runs out; none where nobody can be. */
  insteadOf(ask: Ask, silent: readonly Seat[], arrival: Arrival, moment: number): Seat[];
};

/** What one run came to. */
export type Run = {
  /** By the place of the arrival: when the last decision was made, milliseconds since 1970 in UTC; infinite where none ever is. */
  decidedAt: Float64Array;
  /** By the place of the arrival, see `TIMELY`. */
  timely: Uint8Array;
  /** Documents that were declined since time ran out. */
  ranOut: number;
  /** All milliseconds that documents waited, and the number that waited summed over time: by Little's law they are the same. */
  waited: number;
  waiting: number;
};

/** Whether all levels of a document were decided before their limits; “unlimited” where none has one. */
export const TIMELY = { unlimited: 0, inTime: 1, late: 2 } as const;

type Open = {
  document: number;
  ask: Ask;
  /** Those who have not been asked yet, or have not answered. */
  left: Seat[];
  asked: Set<Item>;
  /** Who has begun on an answer: nobody gives two of them by helping. */
  begunBy: Set<string>;
  answered: number;
  needed: number;
  /** Counts how often time was given anew, so that only the last limit counts. */
  limits: number;
  closed: boolean;
};

/** One answer that is awaited of one of several. */
type Item = { open: Open; seat: Seat; mayTake: string[]; minutes: number; notBefore: number; over: boolean };

type Event = { at: number; order: number; happens: () => void };

/** Documents come in, people answer, time runs out: one run of all of it. */
export function run(arrivals: readonly Arrival[], given: RunWith): Run {
  return new Course(arrivals, given).all();
}

class Course {
  private readonly events = new Heap<Event>((a, b) => a.at < b.at || (a.at === b.at && a.order < b.order));
  private readonly servers = new Map<string, Server>();
  private readonly waitingFor = new Map<string, Item[]>();
  private readonly openLevels: Int32Array;
  private readonly next: Int32Array;
  private readonly result: Run;
  private order = 0;
  private now = 0;
  private inSystem = 0;

  constructor(
    private readonly arrivals: readonly Arrival[],
    private readonly given: RunWith,
  ) {
    const { length } = arrivals;
    this.openLevels = new Int32Array(length);
    this.next = new Int32Array(length);
    const decidedAt = new Float64Array(length).fill(Infinity);
    this.result = { decidedAt, timely: new Uint8Array(length), ranOut: 0, waited: 0, waiting: 0 };
  }

  all(): Run {
    this.arrivals.forEach(({ at }, document) => this.at(at, () => this.comesIn(document)));
    this.now = this.arrivals[0]?.at ?? 0;
    for (let event = this.events.pop(); event; event = this.events.pop()) {
      this.result.waiting += this.inSystem * (event.at - this.now);
      this.now = event.at;
      event.happens();
    }
    // Those that are never decided have waited until the last thing happened.
    this.result.decidedAt.forEach((decided, document) => {
      if (decided === Infinity) this.result.waited += this.now - this.arrivals[document]!.at;
    });
    return this.result;
  }

  /** What never happens is left out. */
  private at(moment: number, happens: () => void): void {
    if (moment < Infinity) this.events.push({ at: moment, order: (this.order += 1), happens });
  }

  private comesIn(document: number): void {
    this.inSystem += 1;
    this.nextStage(document);
  }

  /** Opens the levels of the next stage side by side, or the document is decided. */
  private nextStage(document: number): void {
    const { asks } = this.arrivals[document]!;
    const first = this.next[document]!;
    if (first >= asks.length) return this.isDecided(document);
    const stage = asks.filter((ask, place) => place >= first && ask.stage === asks[first]!.stage);
    this.next[document] = first + stage.length;
    this.openLevels[document] = stage.length;
    for (const ask of stage) this.opens(document, ask);
  }

  private isDecided(document: number): void {
    this.inSystem -= 1;
    this.result.decidedAt[document] = this.now;
    this.result.waited += this.now - this.arrivals[document]!.at;
  }

  private opens(document: number, ask: Ask): void {
    const open: Open = {
      document,
      ask,
      left: [...ask.seats],
      asked: new Set(),
      begunBy: new Set(),
      answered: 0,
      needed: ask.needed,
      limits: 0,
      closed: false,
    };
    this.asks(open);
  }

  /** Asks those who are to be asked now: the next in turn; as many as are needed where the next is asked when these are late; else all, of whom some answer. */
  private asks(open: Open): void {
    const { ask, left, document } = open;
    const arrival = this.arrivals[document]!;
    const wanted = open.needed - open.answered;
    const isInOrder = ask.inTurn || ask.overdue === "next in pool";
    const many = ask.inTurn ? 1 : wanted;
    const all = isInOrder ? left.slice(0, many) : left;
    const who = isInOrder ? all : this.answerers(all, many, arrival);
    const others = isInOrder ? [] : all.filter((seat) => !who.includes(seat));
    const mayHelp = others.map((seat) => this.given.actorOf(seat, arrival, this.now)).filter(({ present }) => present);
    this.limit(open, all);
    for (const seat of who) {
      const { person } = this.given.actorOf(seat, arrival, this.now);
      const clock = this.given.clock(person);
      const delay = this.given.respondsIn(person, this.now);
      const notBefore = delay > 0 ? clock.momentOf(clock.minutesAt(this.now) + delay) : this.now;
      const minutes = this.given.workOf(ask, this.given.random);
      const mayTake = [person, ...mayHelp.map((one) => one.person)];
      const item: Item = { open, seat, mayTake: [...new Set(mayTake)], minutes, notBefore, over: false };
      open.asked.add(item);
      this.queues(item);
    }
  }

  /** Of all who are asked those who will answer, each as likely; those who are there before those who are away. */
  private answerers(seats: readonly Seat[], count: number, arrival: Arrival): Seat[] {
    const isThere = (seat: Seat) => this.given.actorOf(seat, arrival, this.now).present;
    const there = seats.filter(isThere);
    const first = draw(there, count, this.given.random);
    if (first.length === count) return first;
    return [
      ...first,
      ...draw(
        seats.filter((seat) => !there.includes(seat)),
        count - first.length,
        this.given.random,
      ),
    ];
  }

  private limit(open: Open, seats: readonly Seat[]): void {
    const due = this.given.dueOf(open.ask, seats, this.arrivals[open.document]!, this.now);
    open.limits += 1;
    if (due === null) return;
    const { timely } = this.result;
    if (timely[open.document] === TIMELY.unlimited) timely[open.document] = TIMELY.inTime;
    const { limits } = open;
    this.at(due, () => {
      if (!this.isOver(open) && open.limits === limits) this.timeRunsOut(open);
    });
  }

  private server(person: string): Server {
    const known = this.servers.get(person) ?? new Server(this.given.clock(person), this.given.capacity(person));
    this.servers.set(person, known);
    return known;
  }

  /** Whoever is drawn to answer begins on it, else another of them who is free; where nobody is, it waits for whoever is so first. */
  private queues(item: Item): void {
    const free = item.mayTake.filter((person) => !this.server(person).busy && this.mayBegin(person, item));
    if (free.length === 0) {
      for (const person of item.mayTake) {
        const queue = this.waitingFor.get(person);
        if (queue) queue.push(item);
        else this.waitingFor.set(person, [item]);
      }
      return;
    }
    const finishes = (person: string) => this.server(person).wouldFinish(this.now, item.minutes);
    const [drawn] = item.mayTake;
    const taker = free[0] === drawn ? drawn : free.reduce((best, one) => (finishes(one) < finishes(best) ? one : best));
    this.begins(taker!, item);
  }

  private mayBegin(person: string, { mayTake, open }: Item): boolean {
    return person === mayTake[0] || (mayTake.includes(person) && !open.begunBy.has(person));
  }

  private begins(person: string, item: Item): void {
    // Taken by one, so that no other of those who could begins on it too.
    item.mayTake = [];
    item.open.begunBy.add(person);
    const done = this.server(person).begin(this.now, item.minutes);
    this.at(done, () => {
      this.server(person).busy = false;
      this.at(Math.max(this.now, item.notBefore), () => this.answers(item));
      this.takesNext(person);
    });
  }

  private takesNext(person: string): void {
    const queue = this.waitingFor.get(person) ?? [];
    for (let item = queue.shift(); item; item = queue.shift())
      if (!item.over && this.mayBegin(person, item)) return this.begins(person, item);
  }

  private answers(item: Item): void {
    const { open } = item;
    if (item.over || this.isOver(open)) return;
    item.over = true;
    open.asked.delete(item);
    open.left = open.left.filter((seat) => seat !== item.seat);
    open.answered += 1;
    if (open.answered >= open.needed) this.closes(open);
    else if (open.ask.inTurn) this.asks(open);
  }

  /** A level that is closed, or of a document that was declined beside it. */
  private isOver({ closed, document }: Open): boolean {
    return closed || this.result.decidedAt[document] !== Infinity;
  }

  private closes(open: Open): void {
    open.closed = true;
    for (const item of open.asked) item.over = true;
    this.openLevels[open.document]! -= 1;
    if (this.openLevels[open.document] === 0) this.nextStage(open.document);
  }

  private timeRunsOut(open: Open): void {
    const { document, ask } = open;
    this.result.timely[document] = TIMELY.late;
    switch (ask.overdue) {
      case "wait":
        return;
      case "approve by lapse":
        return this.closes(open);
      case "decline":
        this.result.ranOut += 1;
        this.next[document] = this.arrivals[document]!.asks.length;
        this.openLevels[document] = 1;
        return this.closes(open);
      default:
        return this.passesOn(open);
    }
  }

  /** Others are asked instead of those who are silent, with time of their own; where nobody else can be, these are waited for. */
  private passesOn(open: Open): void {
    const { ask, document } = open;
    const silent = ask.inTurn || ask.overdue === "next in pool" ? [...open.asked].map(({ seat }) => seat) : open.left;
    const rest = open.left.filter((seat) => !silent.includes(seat));
    const wanted = open.needed - open.answered;
    const isNext = ask.overdue === "next in pool";
    // Whoever has answered is not asked again, and who is asked already is only late once more.
    const have = [...ask.seats.filter((seat) => !open.left.includes(seat)), ...silent].map(({ person }) => person);
    const others = isNext
      ? []
      : this.given
          .insteadOf(ask, silent, this.arrivals[document]!, this.now)
          .filter(({ person }) => !have.includes(person));
    if (isNext ? rest.length < wanted : others.length === 0) return;
    for (const item of open.asked) item.over = true;
    open.asked.clear();
    open.left = [...others, ...rest];
    if (!isNext) open.needed = Math.min(open.needed, open.answered + open.left.length);
    this.asks(open);
  }
}
