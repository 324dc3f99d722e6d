/** Conditions of a query with their values, put together as they are asked for; what is not asked for is no condition, so that an index answers what is. */
export class Where {
  private readonly conditions: string[] = [];
  readonly values: Record<string, string | number> = {};

  /** A condition, with the values it names. */
  and(sql: string, values: Record<string, string | number> = {}): this {
    this.conditions.push(sql);
    Object.assign(this.values, values);
    return this;
  }

  /** A condition on one value under a name, where there is one: not undefined and not empty. */
  given(sql: string, name: string, value: string | number | undefined | null): this {
    return value === undefined || value === null || value === "" ? this : this.and(sql, { [name]: value });
  }

  /** The clause with its leading word; empty where there is no condition. @example "WHERE a = @a AND b = @b" */
  get clause(): string {
    return this.conditions.length > 0 ? `WHERE ${this.conditions.join(" AND ")}` : "";
  }
}
