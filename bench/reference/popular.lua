-- Asks for addresses of a file, each with its entity tag: nine times in ten for one of the first tenth.
local file, known = os.getenv("INKLOOM_ADDRESSES"), os.getenv("INKLOOM_KNOWN") == "true"
local addresses, tags = {}, {}
for line in io.lines(file) do
  local address, tag = line:match("^(%S+)\t(.+)$")
  addresses[#addresses + 1] = address
  tags[#tags + 1] = tag
end
local tenth = math.floor(#addresses / 10)

request = function()
  local n = math.random() < 0.9 and math.random(tenth) or math.random(#addresses)
  return wrk.format("GET", addresses[n], known and { ["If-None-Match"] = tags[n] } or nil)
end

done = function(summary, latency)
  local errors = summary.errors
  local failed = errors.status + errors.connect + errors.read + errors.write + errors.timeout
  print(string.format(
    '{"requests":%d,"seconds":%f,"p99":%f,"failed":%d}',
    summary.requests, summary.duration / 1e6, latency:percentile(99) / 1000, failed
  ))
end
