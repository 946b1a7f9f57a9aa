# figures: the benchmarks, whole or filtered. Sourced by ./nightfrost.

run_figures() {
  need_tools
  dotnet run --project benchmarks/Nightfrost.Benchmarks -c Release -- "${@:---filter=*}"
}
