/** Acts that need more than the editor: a file to choose, a list to pick from, a composer to open. The galley does them while it is shown. */
export type Act = 'figure' | 'pages' | 'equation' | 'formula' | 'note' | 'otherNote' | 'reference' | 'citation'
