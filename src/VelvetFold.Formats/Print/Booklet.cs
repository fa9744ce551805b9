namespace VelvetFold.Formats.Print;

/// <summary>Lays pages out for folding: two on each side of a sheet, so that the sheets laid into each other and folded once read in
/// order.</summary>
public static class Booklet
{
    /// <summary>The sides of the sheets, front and back by turns. Empty pages fill up to a whole number of sheets.</summary>
    /// <param name="width">The width of a sheet, in points; each page takes half of it.</param>
    public static IReadOnlyList<PrintedPage> Impose(IReadOnlyList<PrintedPage> pages, double width, double height)
    {
        ArgumentNullException.ThrowIfNull(pages);
        return
        [
            .. Order(pages.Count).Select(side => new PrintedPage(width, height, [.. Half(side.Left, 0), .. Half(side.Right, width / 2)])),
        ];

        // Both halves as they are: they were set for that size.
        IEnumerable<Ink> Half(int? page, double x) => page is { } n ? [new PageInk(new(x, 0), 1, pages[n - 1].Marks)] : [];
    }

    /// <summary>Which pages, from 1, stand on the left and the right of each side; none where it stays empty.</summary>
    public static IReadOnlyList<(int? Left, int? Right)> Order(int pages)
    {
        var all = (pages + 3) / 4 * 4;
        int? Real(int n) => n <= pages ? n : null;
        return
        [
            .. Enumerable
                .Range(0, all / 4)
                .SelectMany(sheet =>
                    new[] { (Real(all - 2 * sheet), Real(2 * sheet + 1)), (Real(2 * sheet + 2), Real(all - 2 * sheet - 1)) }
                ),
        ];
    }
}
