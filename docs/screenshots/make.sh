#!/usr/bin/env bash
# Makes the pictures of this folder from the demo data: each command in an xterm under Xvfb.
# Needs xterm, xvfb, x11-apps, x11-xserver-utils, imagemagick and fonts-dejavu, and for the template in a spreadsheet
# program libreoffice-calc and xdotool (Debian's names).
set -euo pipefail
here=$(cd "$(dirname "$0")" && pwd)
cargo build --release --quiet --manifest-path "$here/../../Cargo.toml"
PATH="$(cd "$here/../.." && pwd)/target/release:$PATH"
export PATH
work=$(mktemp -d)
trap 'kill "${server:-}" 2>/dev/null || true; rm -rf "$work"' EXIT
cd "$work"
lungwort demo seeds >/dev/null
Xvfb :77 -screen 0 1280x800x24 >/dev/null 2>&1 &
server=$!
sleep 1
export DISPLAY=:77
xsetroot -solid '#fbfaf7'

# shot NAME 'COMMANDS': what the commands print, the top of it, in a window.
shot() {
    cat > run.sh <<RUN
cd seeds
printf '\033[1m$ %s\033[0m\n' '$2'
CLICOLOR_FORCE=1 $2 > out.txt 2>&1
head -n 44 out.txt
touch ../done
sleep 20
RUN
    rm -f done
    xterm -b 8 -bw 0 -geometry 157x46+0+0 -fa 'DejaVu Sans Mono' -fs 10 -xrm 'xterm*boldColors: false' -bg '#fbfaf7' -fg '#22281f' -xrm 'xterm*color2: #2e7d32' \
        -xrm 'xterm*color3: #9a6700' -xrm 'xterm*color1: #b3261e' -e bash run.sh &
    local window=$!
    for _ in $(seq 50); do [ -e done ] && break; sleep 0.1; done
    sleep 1
    xwd -root -silent | convert xwd:- -depth 8 -colors 64 "$here/$1.png"
    kill "$window" 2>/dev/null || true
    wait "$window" 2>/dev/null || true
}

# waiting NAME 'COMMAND': a command that waits for an answer, as it stands on a terminal.
waiting() {
    xterm -b 8 -bw 0 -geometry 157x46+0+0 -fa 'DejaVu Sans Mono' -fs 10 -xrm 'xterm*boldColors: false' -bg '#fbfaf7' -fg '#22281f' -xrm 'xterm*color2: #2e7d32' \
        -xrm 'xterm*color3: #9a6700' -xrm 'xterm*color1: #b3261e' -e bash -c "cd seeds; printf '\033[1m\$ %s\033[0m\n' '$2'; $2; sleep 20" &
    local window=$!
    sleep 3
    xwd -root -silent | convert xwd:- -depth 8 -colors 64 "$here/$1.png"
    kill "$window" 2>/dev/null || true
    wait "$window" 2>/dev/null || true
}

shot learn 'lungwort learn germination-template.xlsx --sample germination-accepted.xlsx -o learned.rulebook.toml'
waiting questions 'lungwort learn --resume learned.rulebook.toml'
rm seeds/learned.rulebook.toml
shot check-workbook 'lungwort check germination.xlsx --today 2026-11-23'
shot check 'lungwort check accessions.csv --today 2026-11-23'
shot check-by-row 'lungwort check accessions.csv --by row --limit 24 --today 2026-11-23'
shot groups 'lungwort check movements.csv --today 2026-11-23'
shot records 'lungwort check lots.csv --by row --today 2026-11-23'
shot blocks 'lungwort check transfers.csv --by group --today 2026-11-23'
shot catalogue 'lungwort check catalogue.csv --today 2026-11-23'
shot stores 'lungwort check stores.csv --today 2026-11-23'
shot preview 'lungwort preview updates.csv --rows 2 --today 2026-11-23'
shot rulebook 'lungwort rulebook accessions.rulebook.toml --today 2026-11-23'
shot explain 'lungwort explain lost-zeros'
sed -e 's/edition = "4"/edition = "5"/; s/max_rows  = 300/max_rows  = 250/; s/W = "collected in the wild", C/W = "collected in the wild", G = "gift", C/; s/heading = "Region"/heading = "Region"\nrequired = true/; s/max     = 90/max     = 85/; s/"Weight in grams"/"Weight (g)"/; s/at_least_one = \["Donor email", "Donor phone"\]/exactly_one = ["Donor email", "Donor phone"]/' \
    seeds/accessions.rulebook.toml > seeds/next.rulebook.toml
shot compare 'lungwort rulebook accessions.rulebook.toml --compare next.rulebook.toml'
rm seeds/next.rulebook.toml
shot demo 'lungwort demo again'

# The blank template in a spreadsheet program, with a drop-down open.
lungwort template seeds/germination.rulebook.toml -o blank-template.xlsx --samples --today 2026-11-23 2>/dev/null
HOME="$work" soffice --norestore --nologo --calc blank-template.xlsx >/dev/null 2>&1 &
sleep 15
window=$(xdotool search --onlyvisible --name 'blank-template' | tail -n 1)
xdotool windowsize "$window" 1280 800 windowmove "$window" 0 0
sleep 2
xdotool mousemove 214 767 click 1
sleep 2
xdotool mousemove 445 305 click 1
sleep 1
xdotool key alt+Down
sleep 2
xwd -root -silent | convert xwd:- -depth 8 -colors 128 "$here/template.png"
pkill -f soffice.bin || true


# The report as a workbook, its causes in front.
sleep 2
cd seeds
lungwort check germination.xlsx --today 2026-11-23 -o ../findings.xlsx 2>/dev/null || true
cd ..
HOME="$work" soffice --norestore --nologo --calc findings.xlsx >/dev/null 2>&1 &
sleep 15
window=$(xdotool search --onlyvisible --name 'findings' | tail -n 1)
xdotool windowsize "$window" 1280 800 windowmove "$window" 0 0
sleep 2
xdotool mousemove 214 767 click 1
sleep 2
xwd -root -silent | convert xwd:- -depth 8 -colors 128 "$here/findings.png"
pkill -f soffice.bin || true


# A rulebook in a spreadsheet program, with a choice open.
sleep 2
lungwort learn seeds/germination-template.xlsx --sample seeds/germination-accepted.xlsx -o germination.rulebook.toml --no-ask >/dev/null
lungwort rulebook germination.rulebook.toml -o germination.rulebook.xlsx 2>/dev/null
HOME="$work" soffice --norestore --nologo --calc germination.rulebook.xlsx >/dev/null 2>&1 &
sleep 15
window=$(xdotool search --onlyvisible --name 'germination' | tail -n 1)
xdotool windowsize "$window" 1280 800 windowmove "$window" 0 0
sleep 2
xdotool mousemove 980 375 click 1
sleep 1
xdotool key alt+Down
sleep 2
xwd -root -silent | convert xwd:- -depth 8 -colors 128 "$here/rulebook-workbook.png"
pkill -f soffice.bin || true
