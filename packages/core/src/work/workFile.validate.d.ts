export default function validate(file: unknown): boolean
