using System.Text.Json;
using System.Text.Json.Nodes;
using Nightfrost.Core.Tests.Sites;
using Nightfrost.Web.Cases;

namespace Nightfrost.Web.Tests;

/// <summary>What was acknowledged stands: every member of a look that is changed by itself is there when it is read again.</summary>
public class LookKeptTests(Cluster cluster) : OneCase(cluster)
{
    // Kept by the service, whatever is sent.
    private static readonly string[] NotSent = ["markings", "knownBefore", "knownPlaces"];

    [Fact]
    public async Task Every_member_of_a_look_that_is_changed_is_stored()
    {
        var walked = new HashSet<string>();
        var detail = await Open();
        foreach (var look in LookFields.Rich())
        {
            foreach (var kept in NotSent)
                look.Remove(kept);
            if (await Put(detail, look) is not { } saved)
                continue;
            detail = saved;
            foreach (var (path, pattern, value) in LookFields.Leaves(look, "").Where(leaf => !walked.Contains(leaf.Pattern)).ToList())
            {
                foreach (var other in LookFields.Others(path, value, look))
                {
                    var changed = LookFields.With(look, path, other);
                    if (JsonNode.DeepEquals(changed, look) || await Put(detail, changed) is not { } after)
                        continue;
                    Assert.True(after.Version > detail.Version, $"{path} was acknowledged and made no version");
                    detail = await Me.Read<CaseDetail>($"/api/cases/{detail.Id}");
                    Assert.Equal(Text(changed, path), Text(JsonSerializer.SerializeToNode(detail.Look, NightfrostApp.Json)!, path));
                    walked.Add(pattern);
                    break;
                }
            }
        }

        Assert.True(walked.Count >= 95, $"only {walked.Count} members were stored: {string.Join(", ", walked)}");
        Assert.Contains("liveTogether[].together", walked);
    }

    private async Task<CaseDetail?> Put(CaseDetail detail, JsonObject look)
    {
        var body = $$"""{"version":{{detail.Version}},"look":{{look.ToJsonString()}}}""";
        using var answer = await Me.SendRaw(HttpMethod.Put, $"/api/cases/{detail.Id}/look", body);
        return answer.IsSuccessStatusCode ? await Visitor.Body<CaseDetail>(answer) : null;
    }

    private static string? Text(JsonNode look, string path)
    {
        JsonNode? at = look;
        foreach (var step in path.Replace("]", "", StringComparison.Ordinal).Split('.', '['))
            at = at is JsonArray list ? list[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)] : at?[step];
        return at?.ToJsonString();
    }
}
