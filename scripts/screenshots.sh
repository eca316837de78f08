#!/usr/bin/env bash
# Takes the pictures of docs/screenshots/ anew from the demo data.
# Needs Debian's xvfb, xterm, imagemagick and x11-utils besides what the project itself needs.
set -euo pipefail
root="$(cd "$(dirname "$0")/.." && pwd)"
out="$root/docs/screenshots"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT
mkdir -p "$out" "$work/bin"
node "$root/scripts/ready.mjs"
printf '#!/bin/sh\nexec node "%s/dist/bin/keen-mould.js" "$@"\n' "$root" > "$work/bin/keen-mould"
chmod +x "$work/bin/keen-mould"
export PATH="$work/bin:$PATH"
cd "$work"

# One terminal window: its title is no part of the picture, its prompt is.
terminal() {
  local name="$1" lines="$2" commands="$3"
  {
    printf 'PS1="$ "\n'
    while IFS= read -r line; do printf 'printf "$ %%s\\n" %q\n%s\n' "$line" "$line"; done <<< "$commands"
    printf 'printf "$ "; touch %q; sleep 30\n' "$work/$name.done"
  } > "$work/$name.sh"
  xvfb-run -a -s '-screen 0 1280x1240x24' bash -c "
    xterm -geometry 84x$lines+0+0 -fa 'Liberation Mono' -fs 13 -bg '#1b1917' -fg '#f0ebe4' \
      -bw 0 -b 16 -e bash '$work/$name.sh' & terminal=\$!
    while [ ! -e '$work/$name.done' ]; do sleep 0.2; done
    sleep 0.6
    import -window root '$work/$name.png'
    kill \$terminal
  "
  convert "$work/$name.png" -bordercolor black -trim +repage "$out/$name.png"
}

terminal demo 30 'keen-mould demo'
cp keen-mould-demo/proof/sheet.png "$out/proof-sheet.png"
cp -r keen-mould-demo/notice-rail broken
sed -i 's/{~heading~}/{~haeding~}/' broken/template.html
# A paste that went through a word processor and lost a dot and a tag there.
sed -e 's/class="call-out__what"/class=“call-out__what”/; s/<\/strong>//; s/^\.call-out__bell/call-out__bell/' \
  "$root/demo/snippets/call-out.html" > call-out.html
keen-mould import call-out.html > /dev/null 2>&1
terminal check 30 'keen-mould check call-out'
keen-mould import "$root/demo/snippets/branch-picker.html" > /dev/null 2>&1
terminal bind 30 'keen-mould bind branch-picker'
terminal cast 41 'keen-mould cast branch-picker | head -37'
terminal finding 12 'keen-mould cast broken'
node "$root/scripts/screenshots.mjs" keen-mould-demo "$out"
