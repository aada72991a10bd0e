/** Whether a file was built after the latest change of the folders it is made from. */
export function isBuilt(file: string, ...folders: string[]): boolean
