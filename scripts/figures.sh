# figures: the benchmarks, whole or filtered. Sourced by ./nightfrost.

run_figures() {
  need_tools
  dotnet run --project benchmarks/Nightfrost.Benchmarks -c Release -- "${@:---filter=*}"
  # Percentiles over many sites, which a benchmark's mean would hide.
  [ $# -gt 0 ] || {
    dotnet run --project benchmarks/Nightfrost.Benchmarks -c Release -- routes
    dotnet run --project benchmarks/Nightfrost.Benchmarks -c Release -- bench
    dotnet run --project benchmarks/Nightfrost.Benchmarks -c Release -- solver
  }
}
