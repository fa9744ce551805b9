using VelvetFold.Core.Kits;
using VelvetFold.Core.Layouts;
using VelvetFold.Core.Measures;
using VelvetFold.Core.Stock;
using VelvetFold.Core.Wording;

namespace VelvetFold.Core.Eye;

/// <summary>Prints beside prints, and motifs in pieces.</summary>
internal static class Prints
{
    /// <summary>A busy print straight on another busy print: neither is seen.</summary>
    public static IEnumerable<Finding> OnPrint(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things.Where(t => t.Face is { IsBusy: true } && t.Placed.Piece.Kind != PieceKind.Photo))
        {
            var busy = page.Around(thing).Where(a => a.On.Face is { IsBusy: true } on && !on.IsLike(thing.Face!)).ToList();
            if (busy.Count == 0 || busy.Sum(a => a.Share) < EyeLimits.EdgeShare)
                continue;
            var on = busy.MaxBy(a => a.Share).On;
            yield return EyeCheck.Say(
                page,
                "eye-print-on-print",
                [thing.Placed.Id, on.Placed.Id],
                Saying.Of(
                    "finding.eye-print-on-print",
                    ("piece", thing.Placed.Label),
                    ("print", thing.Face!.Paper.Name),
                    ("on", on.Placed.Label),
                    ("ground", on.Face!.Paper.Name),
                    ("percent", EyeCheck.Percent(busy.Sum(a => a.Share)))
                ),
                Calmed(kit, page, thing)
            );
        }
    }

    /// <summary>A photo straight on a busy print, without a mat or a white border between.</summary>
    public static IEnumerable<Finding> PhotoOnPrint(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things.Where(t => t.IsPhoto && t.Placed.MatBoxes.Count == 0 && t.Placed.Piece.Opening?.Border is null))
        {
            var busy = page.Around(thing).Where(a => a.On.Face is { IsBusy: true }).ToList();
            if (busy.Count == 0 || busy.Sum(a => a.Share) < EyeLimits.EdgeShare)
                continue;
            var on = busy.MaxBy(a => a.Share).On;
            var piece = EyeCheck.Document(page, thing.Placed);
            var mend =
                EyeCheck.StandsOut(kit, page, on.Face!) is { } paper && piece.Opening is { } opening
                    ? new Mend(
                        Saying.Of("finding.put-it-on-a-mat", ("paper", paper.Paper.Name)),
                        piece with
                        {
                            Opening = opening with
                            {
                                Mats =
                                [
                                    new()
                                    {
                                        Paper = paper.Paper.Id,
                                        Face = paper.Side,
                                        Reveal = kit.Matting.Reveal,
                                    },
                                ],
                            },
                        }
                    )
                    : null;
            yield return EyeCheck.Say(
                page,
                "eye-photo-on-print",
                [thing.Placed.Id, on.Placed.Id],
                Saying.Of(
                    "finding.eye-photo-on-print",
                    ("piece", thing.Placed.Label),
                    ("on", on.Placed.Label),
                    ("ground", on.Face!.Paper.Name)
                ),
                mend
            );
        }
    }

    /// <summary>A large motif in a piece too small to show it.</summary>
    public static IEnumerable<Finding> MotifLost(Kit kit, SeenPage page)
    {
        foreach (var thing in page.Things)
            if (
                thing.Face?.Face.Motif is { } motif
                && (double)motif.Ticks / Length.TicksPerInch >= EyeLimits.LargeMotif
                && thing.Box.Size.Shorter < motif * EyeLimits.MotifTimes
                && thing.Placed.Piece is { Kind: not PieceKind.Photo, CutFrom: null }
            )
                yield return EyeCheck.Say(
                    page,
                    "eye-motif-lost",
                    [thing.Placed.Id],
                    Saying.Of(
                        "finding.eye-motif-lost",
                        ("piece", thing.Placed.Label),
                        ("paper", thing.Face.Paper.Name),
                        ("motif", kit.Reading().Format(motif)),
                        ("size", kit.Reading().Format(thing.Box.Size))
                    ),
                    Motifs.Shown(kit, page, thing),
                    Calmed(kit, page, thing)
                );
    }

    // Its other face, where that is calm.
    internal static Mend? Calmed(Kit kit, SeenPage page, SeenThing thing)
    {
        var other = thing.Face!.Side == SheetFace.A ? SheetFace.B : SheetFace.A;
        return
            SeenPage.FaceOf(kit, thing.Face.Paper.Id, other) is { IsBusy: false, Face.Motif: null } calm
            && !page.Around(thing).Any(a => a.On.Face?.IsLike(calm) == true && a.Share >= EyeLimits.EdgeShare)
            ? new(Saying.Of("finding.show-the-other-side"), EyeCheck.Document(page, thing.Placed) with { Face = other })
            : null;
    }
}
