# Sourced by ./run and ./test: builds the front end and the server when their sources changed.
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
mkdir -p .cache

need() {
  command -v "$1" > /dev/null || { echo "$1 is needed: $2" >&2; exit 2; }
}

# Hash of the files git knows or would take below the given paths.
fingerprint() {
  { git ls-files -co --exclude-standard -z -- "$@" 2> /dev/null || find "$@" -type f -print0; } |
    sort -z | xargs -0 cat 2> /dev/null | sha256sum | cut -d' ' -f1
}

# Runs a step unless it already ran for these sources: unless_done NAME FINGERPRINT PROOF COMMAND…
unless_done() {
  local name=$1 print=$2 proof=$3
  shift 3
  if [ -e "$proof" ] && [ "$(cat ".cache/$name" 2> /dev/null)" = "$print" ]; then return 0; fi
  "$@"
  echo "$print" > ".cache/$name"
}

install_web() {
  need node "Node.js 20"
  need npm "npm 11"
  unless_done web-packages "$(sha256sum web/package-lock.json | cut -d' ' -f1)" web/node_modules/.package-lock.json \
    sh -c 'echo "Installing the front end packages." && cd web && npm ci --no-audit --no-fund --loglevel=error'
}

# The core compiled for the browser; the front end carries it along.
build_core_for_browser() {
  need dotnet ".NET SDK 10"
  unless_done core-in-browser "$(fingerprint src/Gemmifer.Core src/Gemmifer.InBrowser web/scripts/core-address.mjs Directory.Build.props global.json)" \
    web/public/core/_framework/dotnet.js sh -c '
      set -e
      echo "Building the core for the browser."
      rm -rf .cache/in-browser web/public/core
      dotnet publish src/Gemmifer.InBrowser -c Release -o .cache/in-browser -v quiet --nologo
      mkdir -p web/public/core/_framework
      cp .cache/in-browser/wwwroot/_framework/*.js .cache/in-browser/wwwroot/_framework/*.wasm \
        .cache/in-browser/wwwroot/_framework/*.br web/public/core/_framework/
      node web/scripts/core-address.mjs web/public/core/_framework'
}

build_web() {
  install_web
  build_core_for_browser
  unless_done web-build "$(fingerprint web) $(cat .cache/core-in-browser)" src/Gemmifer.Server/wwwroot/index.html \
    sh -c 'echo "Building the front end." && cd web && node node_modules/vite/bin/vite.js build --logLevel error'
}

# Whose work is in it, and under which licences; what it names is installed and restored before.
build_notices() {
  unless_done notices "$(cat web/package-lock.json src/*/packages.lock.json web/scripts/notices.mjs | sha256sum)" \
    src/Gemmifer.Server/wwwroot/notices.txt node web/scripts/notices.mjs src/Gemmifer.Server/wwwroot/notices.txt
}

build_server() {
  need dotnet ".NET SDK 10"
  unless_done server-build "$(fingerprint src Directory.Build.props Directory.Packages.props global.json)" \
    src/Gemmifer.Server/bin/Release/net10.0/Gemmifer.Server.dll \
    sh -c 'echo "Building the server." && dotnet build src/Gemmifer.Server -c Release -v quiet --nologo'
}
