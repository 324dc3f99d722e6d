/** An application with one person for each role, each signed in; for tests that walk everything with every role. */
import { RoleSchema, type Role } from "@/core/people";
import { startSession } from "@/server/access/sessions";
import type { App } from "@/server/app";
import { newCommandId } from "@/server/log/log";
import { changePeople } from "@/server/people/commands";
import { person, testApp, value, type TestApp } from "./test-app";

const slot = globalThis as typeof globalThis & { bandeira?: App };

export type Walk = { app: TestApp; tokens: Map<Role, string>; end(): void };

/** Puts the application where handlers and pages find it. Call `end` afterwards. */
export function walkApp(): Walk {
  const app = testApp();
  slot.bandeira = app;
  const tokens = new Map<Role, string>();
  for (const role of RoleSchema.options) {
    const change = {
      type: "add person" as const,
      name: `Only ${role}`,
      email: `only-${role}@marevia.example`,
      title: "x",
      unit: "legal",
      manager: null,
      location: null,
      roles: [role],
      from: null,
    };
    value(changePeople(app, person(app, "joaquina-teles"), change, newCommandId()));
    tokens.set(role, startSession(app, `only-${role}`, "password", "walk").token);
  }
  return { app, tokens, end: () => void delete slot.bandeira };
}
