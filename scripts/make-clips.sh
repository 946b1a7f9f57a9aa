#!/usr/bin/env bash
# Makes the test clips anew into src/web/public/clips/: a flash and a click every 2.5 s, for a set's own player, and clicks alone for chains without a
# picture. Needs Debian's ffmpeg with libx264. ./nightfrost test measures the files that ship.
set -euo pipefail
cd "$(dirname "$(readlink -f "$0")")/.."
command -v ffmpeg >/dev/null || { echo "make-clips: install Debian's ffmpeg first." >&2; exit 1; }

out=src/web/public/clips
long=60 short=20 # seconds; PCM is not compressed, so those are short
mkdir -p "$out"
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
exact=(-fflags +bitexact -flags:v +bitexact -flags:a +bitexact -map_metadata -1)

# A burst of 10 ms noise of a fixed seed from the very start of every flash on, none before the first: no two bursts are alike, none is loud.
clicks() { # SECONDS FILE
  ffmpeg -v error -y -f lavfi -i "anoisesrc=r=48000:c=white:a=0.5:s=7:d=$1" \
    -af "asetnsamples=n=480:p=0,volume='if(gte(t,2.49),if(lt(mod(t+0.000001,2.5),0.01),0.5,0),0)':eval=frame" -ac 1 -c:a pcm_s16le "${exact[@]}" "$2"
}

# A white square on dark ground for two pictures; a twelfth of the field. No pictures that look ahead, so that nothing has to be put in order.
pictures() { # PER_SECOND SECONDS
  local every=$(($1 * 5 / 2))
  echo "color=c=0x202020:s=1280x720:r=$1:d=$2,drawbox=x=502:y=222:w=276:h=276:color=white:t=fill:enable='gte(n,$every)*lt(mod(n,$every),2)'"
}
h264=(-c:v libx264 -preset slow -crf 20 -bf 0 -pix_fmt yuv420p -profile:v high -level:v 4.0 -color_primaries bt709 -color_trc bt709 -colorspace bt709)

clicks "$long" "$work/long.wav"
clicks "$short" "$out/click.wav"
for fps in 50 60; do
  # AAC starts with 1024 samples of its own. A note in the file would tell a player to drop them, and not every set reads it: instead the sound is cut
  # by as much, and what every player plays is in time.
  ffmpeg -v error -y -f lavfi -i "$(pictures $fps $long)" -i "$work/long.wav" \
    -filter_complex "[1:a]atrim=start_sample=1024,asetpts=PTS-STARTPTS[a]" -map 0:v -map "[a]" "${h264[@]}" -g $((fps * 5 / 2)) \
    -c:a aac -b:a 128k -bsf:a "setts=ts=TS+1024" -use_editlist 0 -movflags +faststart "${exact[@]}" "$out/flash-click-$fps-aac.mp4"
  ffmpeg -v error -y -f lavfi -i "$(pictures $fps $short)" -i "$out/click.wav" -map 0:v -map 1:a "${h264[@]}" -g $((fps * 5 / 2)) \
    -c:a copy "${exact[@]}" "$out/flash-click-$fps-pcm.mkv"
done
ls -l "$out"
