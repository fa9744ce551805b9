using CsCheck;
using VelvetFold.Core.Fitting;
using VelvetFold.Core.Judgement;
using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using static VelvetFold.Core.Tests.Kits;

namespace VelvetFold.Core.Tests.Fitting;

/// <summary>Photos on a layout that was made for others.</summary>
public class FitSearchTests
{
    // A 4 x 6 upright and a 3 x 4 beside it, a 3 x 4 under that: common photo sizes (common practice, no source).
    private static readonly Kit Page = Kit(
        Layout(
            LayoutKind.Single,
            Photo("P1", "4", "6", Left("1"), Top("1"), ("plain", "1/8")) is var p
                ? p with
                {
                    Opening = p.Opening! with { Focal = true },
                }
                : p,
            Photo("P2", "3", "4", RightOf("P1", "1/2"), Top("1"), ("other", "1/8")),
            Photo("P3", "3", "4", RightOf("P1", "1/2"), Under("P2", "1/2"), ("plain", "1/8"))
        )
    );

    private static GuestPhoto Brought(string id, string width, string height, bool once = false) =>
        new()
        {
            Id = id,
            Size = S(width, height),
            OneOfAKind = once,
        };

    private static FitAnswer Find(params GuestPhoto[] photos) => FitSearch.Find(Page, "L1", photos);

    [Fact]
    public void Photos_that_match_need_no_change()
    {
        var answer = Find(Brought("b", "4", "6"), Brought("a", "3", "4"), Brought("c", "3", "4"));
        var best = answer.Fits[0];
        Assert.Equal((100m, 100m, true), (best.Score, answer.Most, answer.IsExact));
        // Told the other way round, one pair of photos is met in the wrong order.
        Assert.Equal(98, Find(Brought("a", "3", "4"), Brought("b", "4", "6"), Brought("c", "3", "4")).Fits[0].Score);
        Assert.Empty(best.Changes);
        Assert.Equal("L1-P1", best.Places.Single(p => p.Photo == "b").Opening);
    }

    [Fact]
    public void A_lying_photo_turns_an_opening_and_what_leans_on_it_moves()
    {
        var best = Find(Brought("b", "4", "6"), Brought("a", "4", "3"), Brought("c", "3", "4")).Fits[0];
        Assert.Equal((OpeningMove.Turn, 99m), (Assert.Single(best.Changes).Move, best.Score));
        Assert.Contains("is turned", Assert.Single(best.Reasons).Says.ToString(), StringComparison.Ordinal);
    }

    // A card in line with the opening's left edge that keeps to the foot of the page: a turned opening would run under it.
    [Fact]
    public void Nothing_comes_to_lie_on_a_photo_that_lay_beside_it()
    {
        var kit = Page.With(
            Page.Layouts[0] with
            {
                Pieces =
                [
                    Photo("P1", "6", "4", Left("1"), Top("1"), ("plain", "1/8")),
                    Piece("J1", "6", "5", Left("0", "P1"), Bottom("1"), kind: PieceKind.Journaling),
                ],
            }
        );
        var fits = FitSearch.Find(kit, "L1", [Brought("a", "4", "6")]).Fits;
        // The card makes room along its own relation.
        Assert.Contains(fits, f => f.Changes is [{ Move: OpeningMove.Turn }, { Move: OpeningMove.Shift, Piece: "J1" }]);
        foreach (var fit in fits)
        {
            var after = Resolver.Resolve(Adaptation.Apply(kit, fit.Changes).Layouts[0], Adaptation.Apply(kit, fit.Changes));
            Assert.All(after.Pieces.Where(p => p.Piece.Kind == PieceKind.Photo), p => Assert.False(p.Box.Overlaps(after.Piece("J1")!.Box)));
        }
    }

    [Fact]
    public void One_photo_too_few_makes_a_card_and_one_too_many_is_added_where_all_can_be_seen()
    {
        Assert.Equal(OpeningMove.Card, Assert.Single(Find(Brought("b", "4", "6"), Brought("a", "3", "4")).Fits[0].Changes).Move);
        var more = Find(Brought("b", "4", "6"), Brought("a", "3", "4"), Brought("c", "3", "4"), Brought("d", "3", "4")).Fits;
        Assert.All(more, f => Assert.DoesNotContain(f.Changes, c => c.Move == OpeningMove.Pocket));
        Assert.Contains(more[0].Changes, c => c.Move == OpeningMove.Add);
    }

    // Eight originals of 5 x 7 do not go onto one page or two; as many as do are shown, and who is left out is said.
    [Fact]
    public void Where_there_is_no_room_for_all_some_are_left_out_and_that_is_said()
    {
        var fit = Find([.. Enumerable.Range(0, 9).Select(i => Brought($"p{i}", "5", "7", once: true))]).Fits[0];
        Assert.InRange(fit.Places.Count, 4, 8);
        Assert.Equal(9 - fit.Places.Count, fit.Reasons.Count(r => r.Says.ToString().Contains("finds no place", StringComparison.Ordinal)));
        Assert.All(fit.Places, p => Assert.Equal(0, p.Lost));
    }

    [Fact]
    public void A_photo_that_is_one_of_a_kind_is_never_trimmed()
    {
        var fits = Find(Brought("a", "4", "6", once: true), Brought("b", "3", "4", once: true), Brought("c", "2", "3", once: true)).Fits;
        Assert.NotEmpty(fits);
        Assert.All(fits.SelectMany(f => f.Places), p => Assert.Equal(0, p.Lost));
        // The opening takes the photo's own size.
        Assert.Contains(fits[0].Changes, c => c is { Move: OpeningMove.Resize, Size: { } size } && size == S("2", "3"));
        // Larger than every opening: one grows to it.
        Assert.Contains(Find(Brought("a", "5", "7", once: true)).Fits[0].Changes, c => c.Size == S("5", "7"));
        var none = Find(Brought("a", "13", "14", once: true));
        Assert.Empty(none.Fits);
        Assert.Equal(
            "a (13 x 14) must not be cropped and is larger than the page: allow a crop, or print a smaller copy.",
            none.Why?.ToString()
        );
    }

    // 4 x 6 to the shape of 3 x 4: 3 : 4 of 2 : 3 are 8/9, by hand, so that 1/9 is lost.
    [Fact]
    public void The_share_that_a_crop_takes_is_told()
    {
        var fit = FitJudge.Of(Page, "L1", [Brought("a", "4", "6"), Brought("b", "4", "6"), Brought("c", "3", "4")], []);
        Assert.Equal(0.111m, fit.Places.Single(p => p.Lost > 0).Lost);
        Assert.Contains(fit.Reasons, r => r.Says.ToString().Contains("loses 11 %", StringComparison.Ordinal));
    }

    [Fact]
    public void The_focal_photo_goes_into_the_focal_opening_and_people_look_onto_the_page()
    {
        var fits = FitSearch
            .Find(Page, "L1", [Brought("a", "4", "6"), Brought("b", "3", "4") with { Focal = true }, Brought("c", "3", "4")])
            .Fits;
        Assert.Contains(fits[0].Reasons, r => r.Says.ToString() == "b (3 x 4), the focal photo, is not the largest.");
        var facing = FitSearch
            .Find(
                Page,
                "L1",
                [
                    Brought("a", "4", "6") with
                    {
                        Facing = Facing.Left,
                    },
                    Brought("b", "3", "4") with
                    {
                        Facing = Facing.Left,
                    },
                    Brought("c", "3", "4"),
                ]
            )
            .Fits[0];
        Assert.DoesNotContain(facing.Reasons, r => r.Says.ToString().StartsWith("The people", StringComparison.Ordinal));
    }

    [Fact]
    public void More_photos_than_can_be_weighed_are_refused()
    {
        Assert.Throws<ArgumentException>(() => Find([.. Enumerable.Range(0, 13).Select(i => Brought($"p{i}", "1", "1"))]));
        Assert.Throws<ArgumentException>(() => FitSearch.Find(Page, "L9", []));
    }

    private static readonly Gen<GuestPhoto[]> AnyPhotos = Gen.Select(
            Gen.Int[0, 4].Select(i => new[] { ("3", "4"), ("4", "6"), ("5", "7"), ("2", "3"), ("4", "4") }[i]),
            Gen.Bool,
            Gen.Bool,
            Gen.Int[0, 2]
        )
        .Array[0, 6]
        .Select(photos =>
            photos
                .Select(
                    (photo, i) =>
                        new GuestPhoto
                        {
                            Id = $"p{i}",
                            Size = photo.Item2 ? S(photo.Item1.Item1, photo.Item1.Item2) : S(photo.Item1.Item2, photo.Item1.Item1),
                            OneOfAKind = photo.Item3 && i % 3 == 0,
                            Facing = (Facing)photo.Item4,
                        }
                )
                .ToArray()
        );

    [Fact]
    public void Every_fit_uses_every_photo_once_passes_the_page_checks_and_its_guide_is_proved() =>
        AnyPhotos.Sample(
            photos =>
            {
                var answer = FitSearch.Find(Page, "L1", photos);
                Assert.Equal(answer.Fits.Count == 0, answer.Why is not null);
                Assert.Equal(answer.Fits.Select(f => f.Score).OrderDescending(), answer.Fits.Select(f => f.Score));
                foreach (var fit in answer.Fits)
                {
                    Assert.Equal(photos.Select(p => p.Id).Order(), fit.Places.Select(p => p.Photo).Order());
                    Assert.Equal(100 - fit.Reasons.Sum(r => r.Points), fit.Score);
                    Assert.All(fit.Places, place => Assert.True(place.Lost == 0 || photos.Single(p => p.Id == place.Photo).MayLose));
                    var adapted = Adaptation.Apply(Page, fit.Changes);
                    var resolved = Resolver.Resolve(adapted.Layouts[0], adapted);
                    Assert.DoesNotContain(PageCheck.Of(adapted, resolved), f => f.Gravity == Gravity.Fault || f.Code == "unasked-overlap");
                    Assert.All(fit.Places, place => Assert.NotNull(resolved.Piece(place.Opening[3..])));
                    // One photo an opening; a pocket may hold four.
                    Assert.All(
                        fit.Places.GroupBy(p => p.Opening),
                        g => Assert.InRange(g.Count(), 1, resolved.Piece(g.Key[3..])!.Piece.Kind == PieceKind.DieCut ? 4 : 1)
                    );
                    var kit = KitAnswer.For(adapted, 1);
                    Assert.True(kit.Proof.Holds, string.Join("\n", kit.Proof.Faults.Select(f => f.Says.ToString())));
                }
            },
            iter: 60
        );

    // A set that chance once drew: a photo came to lie on an eighth of the added one under it, too little of it to be counted.
    [Fact]
    public void A_photo_covers_not_even_a_sliver_of_another()
    {
        var fits = Find(
            Brought("p0", "4", "4"),
            Brought("p1", "2", "3") with
            {
                Facing = Facing.Left,
            },
            Brought("p2", "5", "7") with
            {
                Facing = Facing.Left,
            },
            Brought("p3", "4", "3") with
            {
                Facing = Facing.Left,
            },
            Brought("p4", "4", "3") with
            {
                Facing = Facing.Right,
            }
        ).Fits;
        Assert.NotEmpty(fits);
        foreach (var fit in fits)
        {
            var adapted = Adaptation.Apply(Page, fit.Changes);
            var photos = Resolver.Resolve(adapted.Layouts[0], adapted).Pieces.Where(p => p.Piece.HoldsPhoto).ToList();
            Assert.DoesNotContain(photos, p => photos.Exists(o => o != p && o.Box.Overlaps(p.Box)));
        }
    }

    // Splits and joins by themselves: the outer edges stay, to the ruler's step.
    [Fact]
    public void A_split_stays_within_its_opening_and_a_join_covers_both() =>
        Gen.Select(Gen.Int[1, 3], Gen.Int[1, 3], Gen.Int[1, 4])
            .Sample(
                (rows, columns, sixteenths) =>
                {
                    if (rows * columns == 1)
                        return;
                    var change = new OpeningChange("L1", "P1", OpeningMove.Split, rows, columns, Length.Sixteenth * sixteenths);
                    if (Adaptation.Unknown(Page, [change]).Count > 0)
                        return;
                    var before = Resolver.Resolve(Page.Layouts[0], Page);
                    var adapted = Adaptation.Apply(Page, [change]);
                    var after = Resolver.Resolve(adapted.Layouts[0], adapted);
                    Assert.Empty(after.Findings);
                    var cells = after.Pieces.Where(p => before.Piece(p.Id) is null).ToList();
                    Assert.Equal(rows * columns, cells.Count);
                    Assert.All(cells, c => Assert.True(before.Piece("P1")!.Box.Contains(c.Box)));
                    for (var i = 0; i < cells.Count; i++)
                        Assert.All(cells.Skip(i + 1), c => Assert.False(c.Box.Overlaps(cells[i].Box)));
                    // What leaned on the opening leans on the new ones together; a step is the most it moves.
                    Assert.InRange((before.Piece("P2")!.Box.X - after.Piece("P2")!.Box.X).Ticks, 0, Length.Sixteenth.Ticks * columns);
                },
                iter: 60
            );

    [Fact]
    public void What_can_still_be_made_of_a_guests_changes_is_kept_in_order()
    {
        OpeningChange turn = new("L1", "P2", OpeningMove.Turn),
            gone = new("L1", "P9", OpeningMove.Turn),
            join = new("L1", "P2", OpeningMove.Join, With: "P3");
        // Turned twice it lies as before, so that it can be joined; what was joined away is no opening any more.
        OpeningChange[] changes = [turn, gone, turn, join, new("L1", "P3", OpeningMove.Turn)];
        Assert.Equal([turn, turn, join], Adaptation.Known(Page, changes));
        Assert.Equal([gone, changes[4]], Adaptation.Unknown(Page, changes));
        Assert.Throws<ArgumentException>(() => Adaptation.Apply(Page, changes));
        Assert.NotNull(Adaptation.Apply(Page, Adaptation.Known(Page, changes)));
    }

    [Fact]
    public void Neighbours_join_into_one_that_covers_both()
    {
        var change = new OpeningChange("L1", "P2", OpeningMove.Join, With: "P3");
        var adapted = Adaptation.Apply(Page, [change]);
        var (before, after) = (Resolver.Resolve(Page.Layouts[0], Page), Resolver.Resolve(adapted.Layouts[0], adapted));
        Assert.Null(after.Piece("P3"));
        Assert.Equal(
            (before.Piece("P2")!.Box.Y, before.Piece("P3")!.Box.Bottom, before.Piece("P2")!.Box.Width),
            (after.Piece("P2")!.Box.Y, after.Piece("P2")!.Box.Bottom, after.Piece("P2")!.Box.Width)
        );
        Assert.Single(Adaptation.Unknown(Page, [change with { Piece = "P1" }]));
    }
}
