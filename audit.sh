#!/usr/bin/env bash
# Asks the package registries for published advisories on what is used: ./audit.sh nuget | npm
# Exit code 0: none known. 1: there are some. 3: no registry answers that question here, and nothing was audited.
set -uo pipefail
cd "$(dirname "$0")"
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1
audit=(-p:NuGetAudit=true -p:NuGetAuditMode=all -p:NuGetAuditLevel=low)

nuget() {
  # A registry that knows advisories knows the one on this package (GHSA-5crp-9r3c-p9vr, high); one that says nothing of it
  # would say nothing of ours.
  local known=.cache/audit
  mkdir -p "$known"
  cat > "$known/known.csproj" << 'XML'
<Project>
  <PropertyGroup>
    <ImportDirectoryBuildProps>false</ImportDirectoryBuildProps>
    <ImportDirectoryPackagesProps>false</ImportDirectoryPackagesProps>
  </PropertyGroup>
  <Import Project="Sdk.props" Sdk="Microsoft.NET.Sdk" />
  <PropertyGroup><TargetFramework>net10.0</TargetFramework></PropertyGroup>
  <ItemGroup><PackageReference Include="Newtonsoft.Json" Version="12.0.1" /></ItemGroup>
  <Import Project="Sdk.targets" Sdk="Microsoft.NET.Sdk" />
</Project>
XML
  if ! dotnet restore "$known/known.csproj" --force "${audit[@]}" 2>&1 | grep -q 'NU190[1-4]'; then
    echo "No NuGet registry here answers with advisories."
    return 3
  fi
  local said
  if said=$(dotnet restore Gemmifer.slnx --locked-mode --force "${audit[@]}" 2>&1) && ! grep -q 'NU190' <<< "$said"; then
    return 0
  fi
  grep -E 'NU190[1-4]' <<< "$said" | sort -u && return 1
  grep -E 'error|NU190' <<< "$said" | sort -u
  echo "The NuGet registry broke off."
  return 3
}

npm_audit() {
  local said
  said=$(cd web && npm audit --json 2> /dev/null)
  case "$(node -e '
    let a; try { a = JSON.parse(require("fs").readFileSync(0, "utf8")); } catch { a = {}; }
    const total = a.metadata?.vulnerabilities?.total;
    console.log(total === undefined ? "none" : total);
    ' <<< "$said")" in
    none) echo "No npm registry here answers with advisories."; return 3 ;;
    0) return 0 ;;
    *) (cd web && npm audit); return 1 ;;
  esac
}

case "${1:-}" in
  nuget) nuget ;;
  npm) npm_audit ;;
  *) echo "usage: ./audit.sh nuget | npm" >&2; exit 2 ;;
esac
