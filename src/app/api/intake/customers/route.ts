import { app } from "@/server/process";
import { change } from "@/server/http/handle";
import { CustomerImportSchema, importCustomers } from "@/server/intake/customers";

export function POST(request: Request) {
  return change(request, CustomerImportSchema, (actor, body) => importCustomers(app(), actor, body, request.signal));
}
