import { commands } from './commands'
import { UsageError } from './usage'

const wordsOf = ({ words = [], options = [] }: (typeof commands)[number]) => [...words, ...options.map(option => option.name), '--help']

/** What bash completes: commands first, then each one's words and options, else files. */
const bash = () => `_rubricator() {
  local word="\${COMP_WORDS[COMP_CWORD]}" offered=''
  if [ "$COMP_CWORD" -eq 1 ]; then
    offered='${[...commands.map(command => command.name), 'help', '--help', '--version'].join(' ')}'
  else
    case "\${COMP_WORDS[1]}" in
${commands.map(command => `      ${command.name}) offered='${wordsOf(command).join(' ')}' ;;`).join('\n')}
      help) offered='${commands.map(command => command.name).join(' ')}' ;;
    esac
  fi
  mapfile -t COMPREPLY < <(compgen -W "$offered" -- "$word"; [ "$COMP_CWORD" -gt 1 ] && compgen -f -- "$word")
}
complete -o filenames -F _rubricator rubricator`

const quoted = (text: string) => `'${text.replaceAll("'", "'\\''").replaceAll('[', '\\[').replaceAll(']', '\\]')}'`

const zsh = () => `#compdef rubricator
_rubricator() {
  local -a offered
  if (( CURRENT == 2 )); then
    offered=(${commands.map(({ name, does }) => quoted(`${name}:${does.replaceAll(':', '\\:')}`)).join(' ')})
    _describe command offered
  else
    case "$words[2]" in
${commands.map(command => `      ${command.name}) compadd -- ${wordsOf(command).join(' ')}; _files ;;`).join('\n')}
    esac
  fi
}
compdef _rubricator rubricator`

/** Prints what a shell is to source. */
export function completion([shell, ...more]: string[]): number {
  if (more.length || (shell !== 'bash' && shell !== 'zsh'))
    throw new UsageError(`completion: found ${JSON.stringify([shell, ...more].filter(Boolean).join(' '))}, expected bash or zsh.`)
  console.log(shell === 'bash' ? bash() : zsh())
  return 0
}
