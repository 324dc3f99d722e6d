/** One thing that happened in a case, by the attributes that IEEE 1849 (XES) names. */
export type XesEvent = { name: string; time: string; resource: string; transition: "complete" | "schedule" | "start" };
export type XesTrace = {
  name: string;
  attributes: Readonly<Record<string, string | number>>;
  events: readonly XesEvent[];
};

const escape = (text: string) =>
  text
    .replace(/[&<>"]/g, (sign) => ({ "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;" })[sign]!)
    // oxlint-disable-next-line no-control-regex -- XML has no place for them
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, "");

const string = (key: string, value: string) => `<string key="${escape(key)}" value="${escape(value)}"/>`;

/** The beginning of an event log by IEEE 1849-2016: its extensions, what every trace and event has, and how events are told apart. */
export const XES_HEAD = `<?xml version="1.0" encoding="UTF-8"?>
<log xes.version="1849-2016" xes.features="" xmlns="http://www.xes-standard.org/">
<extension name="Concept" prefix="concept" uri="http://www.xes-standard.org/concept.xesext"/>
<extension name="Time" prefix="time" uri="http://www.xes-standard.org/time.xesext"/>
<extension name="Organizational" prefix="org" uri="http://www.xes-standard.org/org.xesext"/>
<extension name="Lifecycle" prefix="lifecycle" uri="http://www.xes-standard.org/lifecycle.xesext"/>
<global scope="trace"><string key="concept:name" value="unknown"/></global>
<global scope="event"><string key="concept:name" value="unknown"/><date key="time:timestamp" value="1970-01-01T00:00:00.000Z"/><string key="org:resource" value="unknown"/><string key="lifecycle:transition" value="complete"/></global>
<classifier name="Activity" keys="concept:name"/>
`;
export const XES_FOOT = "</log>\n";

/** One case with its events in order. */
export function xesTrace({ name, attributes, events }: XesTrace): string {
  const said = Object.entries(attributes).map(([key, value]) =>
    typeof value === "number" ? `<int key="${escape(key)}" value="${Math.trunc(value)}"/>` : string(key, value),
  );
  const happened = events.map(
    (event) =>
      `<event>${string("concept:name", event.name)}<date key="time:timestamp" value="${escape(event.time)}"/>${string("org:resource", event.resource)}${string("lifecycle:transition", event.transition)}</event>`,
  );
  return `<trace>${string("concept:name", name)}${said.join("")}\n${happened.join("\n")}\n</trace>\n`;
}
