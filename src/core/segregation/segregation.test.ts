// Static separation of duty (ANSI INCITS 359; NIST SP 800-53, AC-5; both from memory) on random rules and random gifts of roles.
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { marevia } from "../../../demo/organisation";
import { AT } from "../fixtures";
import { RoleSchema, type Role } from "../people";
import {
  applyChanges,
  checked,
  emptyHistory,
  found,
  setRoles,
  setSegregation,
  type OrganisationHistory,
} from "../organisation-history";
import { USUAL_SEGREGATION, conflictsOf, inOrder } from "./index";
import { sayConflict } from "../words";

const role = fc.constantFrom(...RoleSchema.options);
const roles = fc.uniqueArray(role, { maxLength: 5 });
const pair = fc.uniqueArray(role, { minLength: 2, maxLength: 2 }).map((two) => two as [Role, Role]);
const rules = fc.array(fc.record({ roles: pair, why: fc.constant("Because"), exceptions: fc.boolean() }), {
  maxLength: 4,
});
const setting = { at: AT, actor: "joaquina-teles", zone: "WET" };

describe("separation of duty", () => {
  it("a rule is broken exactly by whoever holds both of its roles", () => {
    fc.assert(
      fc.property(roles, rules, (held, list) => {
        const broken = list.filter((one) => held.includes(one.roles[0]) && held.includes(one.roles[1]));
        expect(conflictsOf(held, list)).toEqual(broken);
      }),
    );
  });

  it("whatever roles are given in whatever order, nobody holds two that never meet, and a reason is kept for every two that may", () => {
    const seen = { given: 0, refused: 0, excepted: 0 };
    fc.assert(
      fc.property(
        rules,
        fc.array(fc.tuple(roles, fc.constantFrom("", "For August")), { maxLength: 8 }),
        (list, gifts) => {
          let history: OrganisationHistory = applyChanges(emptyHistory(), found(marevia, "2025-01-02T09:00:00.000Z"));
          const apply = (edit: ReturnType<typeof setRoles>) => {
            const result = checked(history, edit, setting);
            if (result.ok) history = applyChanges(history, result.value);
            return result.ok;
          };
          apply(setRoles(history, "otto-veramar", [], "", setting));
          apply(setSegregation(history, list));
          for (const [wanted, reason] of gifts) {
            const before = history.person.get("otto-veramar")!;
            const given = apply(setRoles(history, "otto-veramar", wanted, reason, setting));
            const after = history.person.get("otto-veramar")!;
            seen[given ? "given" : "refused"] += 1;
            expect(after.roles).toEqual(given ? inOrder(wanted) : before.roles);
            for (const broken of conflictsOf(after.roles, list)) {
              expect(broken.exceptions).toBe(true);
              const kept = after.exceptions.find((one) => one.roles.every((held) => broken.roles.includes(held)));
              expect(kept?.reason).toBe("For August");
              seen.excepted += 1;
            }
          }
        },
      ),
      { numRuns: 500 },
    );
    expect(Math.min(seen.given, seen.refused, seen.excepted)).toBeGreaterThan(40);
  });

  it("reads as a sentence", () => {
    expect(USUAL_SEGREGATION.map(sayConflict)[0]).toBe(
      "controller and reviewer: who writes a policy does not review it",
    );
  });
});
