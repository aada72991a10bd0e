interface Validate {
  (value: unknown): boolean
  errors?: { instancePath: string; message?: string }[] | null
}
export const validateWork: Validate
export const validateHouseStyle: Validate
