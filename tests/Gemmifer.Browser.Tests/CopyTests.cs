using Gemmifer.Data.Files;

namespace Gemmifer.Browser.Tests;

/// <summary>Going back to a copy: from the screen, and after the garden's file was damaged.</summary>
public sealed class CopyTests : IDisposable
{
    private readonly Application _application = new(ownProcess: true);

    public void Dispose() => _application.Dispose();

    private void AddRose(Page page, string name)
    {
        page.Go("/garden");
        page.Press("Add a plant");
        page.Type("Name", name);
        page.Press("Add it and walk round");
        page.Saw(name);
    }

    [Fact]
    public void A_garden_goes_back_to_a_copy_from_the_screen_and_after_damage()
    {
        using (var page = new Page(_application.Url))
        {
            AddRose(page, "Kept Rose");
            page.Go("/measures");
            page.Press("Make a copy now");
            page.Sees("made by you");
            AddRose(page, "Later Rose");

            // Back to the copy from the screen; what was there since is a copy of its own.
            page.Go("/measures");
            page.Press("Go back to this");
            page.Sees("it is kept as a copy");
            page.Press("Go back");
            page.Saw("Kept Rose");
            Assert.DoesNotContain("Later Rose", page.Text, StringComparison.Ordinal);
            page.Go("/measures");
            page.Sees("before you went back to another");
            Assert.Equal("", page.AxeViolations());
        }

        // The file is damaged while nothing runs: the start says so, and touches nothing.
        _application.Kill();
        var file = Path.Combine(_application.Folder, GardenFolder.FileName);
        File.Delete(file + "-wal");
        using (var damaged = File.OpenWrite(file))
        {
            damaged.Position = 4096;
            damaged.Write(new byte[20_000]);
        }

        var before = File.ReadAllBytes(file);
        var (code, said) = _application.Refuses();
        Assert.Equal(2, code);
        Assert.Contains("is damaged", said, StringComparison.Ordinal);
        Assert.Contains("--restore", said, StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(file));

        // As it says, it goes on from the newest sound copy; the damaged file is kept beside it.
        _application.Start("--restore", "newest");
        using (var page = new Page(_application.Url))
        {
            page.Go("/garden");
            page.Saw("Kept Rose");
        }

        Assert.Equal(before, File.ReadAllBytes(Assert.Single(Directory.GetFiles(_application.Folder, "damaged-*.db"))));
    }
}
