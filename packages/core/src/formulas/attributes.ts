/**
 * Attributes of a node of a formula: its own, those it inherits, those of its kind and those of all formulas, looked up in this order.
 * Built programs carry it instead of MathJax's class of the same members, which makes each list the prototype of the next: an object
 * that is a prototype is slow in today's engines, and a third of the time of a formula went into it.
 */
type Values = Record<string, unknown>

/** In place of a value: that of all formulas holds. */
export const INHERIT = '_inherit_'

const empty = (): Values => Object.create(null)

/** The attributes of each kind together with those of all formulas, in one list. */
const lists = new Map<Values, { global: Values; list: Values }>()
function listOf(defaults: Values, global: Values): Values {
  let found = lists.get(defaults)
  if (found?.global !== global) lists.set(defaults, (found = { global, list: Object.assign(empty(), global, defaults) }))
  return found!.list
}

export class Attributes {
  protected attributes = empty()
  protected inherited = empty()
  protected readonly defaults: Values
  protected readonly global: Values
  private readonly ofKind: Values
  /** Whether something may have been set to no value, which hides what stands below it. */
  private hides = false

  constructor(defaults: Values, global: Values) {
    this.defaults = listOf(defaults, global)
    this.ofKind = defaults
    this.global = global
  }

  set(name: string, value: unknown): void {
    if (value === undefined) this.hides = true
    this.attributes[name] = value
  }
  setList(list: Values): void {
    for (const name of Object.keys(list)) this.set(name, list[name])
  }
  unset(name: string): void {
    delete this.attributes[name]
  }
  get(name: string): unknown {
    let value = this.attributes[name]
    if (value === undefined && !(this.hides && name in this.attributes)) value = this.getInherited(name)
    return value === INHERIT ? this.global[name] : value
  }
  getExplicit(name: string): unknown {
    return this.attributes[name]
  }
  hasExplicit(name: string): boolean {
    return name in this.attributes
  }
  hasOneOf(names: string[]): boolean {
    return names.some(name => name in this.attributes)
  }
  getList(...names: string[]): Values {
    const values: Values = {}
    for (const name of names) values[name] = this.get(name)
    return values
  }
  setInherited(name: string, value: unknown): void {
    if (value === undefined) this.hides = true
    this.inherited[name] = value
  }
  getInherited(name: string): unknown {
    const value = this.inherited[name]
    return value !== undefined || (this.hides && name in this.inherited) ? value : this.defaults[name]
  }
  getDefault(name: string): unknown {
    return this.defaults[name]
  }
  isSet(name: string): boolean {
    return name in this.attributes || name in this.inherited
  }
  hasDefault(name: string): boolean {
    return name in this.defaults
  }
  getExplicitNames(): string[] {
    return Object.keys(this.attributes)
  }
  getInheritedNames(): string[] {
    return Object.keys(this.inherited)
  }
  getDefaultNames(): string[] {
    return Object.keys(this.ofKind)
  }
  getGlobalNames(): string[] {
    return Object.keys(this.global)
  }
  /** Its own attributes; what it does not have itself can be read from it all the same. Changes of it change nothing here. */
  getAllAttributes(): Values {
    return Object.assign(Object.create({ ...this.defaults, ...this.inherited }), this.attributes)
  }
  /** Those it inherits: what is set in it is inherited from then on. */
  getAllInherited(): Values {
    this.hides = true
    return this.inherited
  }
  getAllDefaults(): Values {
    return this.defaults
  }
  getAllGlobals(): Values {
    return this.global
  }
}
