namespace VelvetFold.Store;

/// <summary>A kit of the studio: the name in its address, and which of its revisions is the newest.</summary>
public sealed class KitRow
{
    public int Id { get; init; }

    /// <summary>The name in its address: kite-weekend.</summary>
    public required string Slug { get; init; }

    public required string Name { get; set; }

    /// <summary>The newest revision's number. Guarded against lost races: a writer must have seen the number it replaces.</summary>
    public int Revision { get; set; }

    public DateTime CreatedAt { get; init; }

    public DateTime SavedAt { get; set; }

    /// <summary>Whether it is put away: kept whole, and out of the way on the home leaf.</summary>
    public bool PutAway { get; set; }

    public List<RevisionRow> Revisions { get; } = [];

    public List<GuestRow> Guests { get; } = [];
}

/// <summary>One saved state of a kit's document. Written once and never changed.</summary>
public sealed class RevisionRow
{
    public int KitId { get; init; }

    public int Number { get; init; }

    public DateTime SavedAt { get; init; }

    /// <summary>When its guide was last printed; none where it was not. The document itself never changes.</summary>
    public DateTime? PrintedAt { get; set; }

    /// <summary>The kit document as JSON.</summary>
    public required string Document { get; init; }
}

/// <summary>A guest of a kit, with what is changed for them.</summary>
public sealed class GuestRow
{
    public int Id { get; init; }

    public int KitId { get; init; }

    public required string Name { get; set; }

    /// <summary>The changes to openings, as JSON.</summary>
    public required string Changes { get; set; }

    /// <summary>The photos of each layout in a line of text, as JSON.</summary>
    public string Photos { get; set; } = "{}";

    /// <summary>Their own words for each layout, as JSON: title, names, date and place.</summary>
    public string Words { get; set; } = "{}";

    /// <summary>The workshop they sit at; none where nobody has said.</summary>
    public int? WorkshopId { get; set; }

    /// <summary>Where their invitation goes.</summary>
    public string? Email { get; set; }

    /// <summary>What they need: large print, a left-handed trimmer, company.</summary>
    public string? Needs { get; set; }

    /// <summary>How they sit at the workshop, as JSON: table, pace, large print, a child beside a grown-up; none where nobody has said.</summary>
    public string? Seat { get; set; }

    /// <summary>When they last answered an invitation themselves.</summary>
    public DateTime? AnsweredAt { get; set; }

    /// <summary>When what was kept of them was erased; none where it is kept.</summary>
    public DateTime? ErasedAt { get; set; }

    public List<InvitationRow> Invitations { get; } = [];

    public List<PictureRow> Pictures { get; } = [];

    /// <summary>Rises with every change, so that a lost race is seen.</summary>
    public int Version { get; set; }
}

/// <summary>A workshop: a day, a place, the kits that are made there, and who comes.</summary>
public sealed class WorkshopRow
{
    public int Id { get; init; }

    /// <summary>The name in its address: saturday-table.</summary>
    public required string Slug { get; init; }

    public required string Name { get; set; }

    public DateOnly Date { get; set; }

    public TimeOnly? Starts { get; set; }

    public TimeOnly? Ends { get; set; }

    public string? Place { get; set; }

    /// <summary>Rises with every change, so that a lost race is seen.</summary>
    public int Version { get; set; }

    public List<WorkshopKitRow> Kits { get; } = [];
}

/// <summary>A layout of a kit that is used up: it is crossed off in the kit's sleeve.</summary>
public sealed class CrossedRow
{
    public int KitId { get; init; }

    public required string Layout { get; init; }

    public DateTime CrossedAt { get; init; }
}

/// <summary>The plan of a workshop's day.</summary>
public sealed class WorkshopDayRow
{
    public int WorkshopId { get; init; }

    /// <summary>What the host says of it, as JSON.</summary>
    public required string Plan { get; set; }

    /// <summary>What the host was reminded of, and on which day last, as JSON.</summary>
    public string Reminded { get; set; } = "{}";

    /// <summary>Rises with every change, so that a lost race is seen.</summary>
    public int Version { get; set; }
}

/// <summary>A kit that is made at a workshop.</summary>
public sealed class WorkshopKitRow
{
    public int WorkshopId { get; init; }

    public int KitId { get; init; }

    /// <summary>The revision that was handed out, which holds from then on; none while the newest does.</summary>
    public int? Revision { get; set; }

    public DateTime? HandedOutAt { get; set; }
}

/// <summary>A private link to one guest's own leaf. Only a hash of its secret is kept: who reads the database cannot open it.</summary>
public sealed class InvitationRow
{
    public int Id { get; init; }

    public int GuestId { get; init; }

    /// <summary>SHA-256 of the secret, in hexadecimal.</summary>
    public required string SecretHash { get; init; }

    public DateTime CreatedAt { get; init; }

    /// <summary>When it was mailed; none where the host passes it on by hand.</summary>
    public DateTime? MailedAt { get; set; }

    public DateTime? WithdrawnAt { get; set; }
}

/// <summary>A photo a guest has given as a file: what was read from it and a small picture; the file itself is not kept.</summary>
public sealed class PictureRow
{
    public int Id { get; init; }

    public int GuestId { get; init; }

    public required string Layout { get; set; }

    public required string Name { get; set; }

    /// <summary>The size it is brought at and what is said of it, as in a photo line: 4 x 6 whole.</summary>
    public required string Said { get; set; }

    /// <summary>Its pixels as it is looked at, after turning.</summary>
    public int PixelWidth { get; init; }

    public int PixelHeight { get; init; }

    /// <summary>A small JPEG without anything else in it.</summary>
    public required byte[] Small { get; init; }
}

/// <summary>A thing of the studio that kits use: a paper, or a sheet, pack or roll of parts. How much of it there is, its movements
/// say.</summary>
public sealed class ThingRow
{
    /// <summary>What a thing is: a paper, or parts.</summary>
    public const string Paper = "paper",
        Parts = "parts";

    public int Id { get; init; }

    public required string Kind { get; init; }

    public required string Name { get; set; }

    /// <summary>What it is, as a kit's document describes it, its pack and price with it, without counts; as JSON.</summary>
    public required string Description { get; set; }

    /// <summary>Whether it is counted; as many as needed can be bought of what is not.</summary>
    public bool Limited { get; set; }
}

/// <summary>A picture of one face of a paper of the studio, small; it goes with the paper.</summary>
public sealed class FacePictureRow
{
    public int ThingId { get; init; }

    /// <summary>A or B.</summary>
    public required string Face { get; init; }

    /// <summary>As a JPEG.</summary>
    public required byte[] Small { get; set; }

    /// <summary>Whether it is shown in place of the drawn print.</summary>
    public bool Shown { get; set; }

    /// <summary>Grows with every change.</summary>
    public int Version { get; set; }
}

/// <summary>Which thing of the studio a kit means by one of its papers or sheets of parts. It stays when a revision leaves the paper
/// out, for one that has it again.</summary>
public sealed class KitThingRow
{
    public int KitId { get; init; }

    public required string Kind { get; init; }

    /// <summary>The id within the kit's document.</summary>
    public required string LocalId { get; init; }

    public int ThingId { get; set; }
}

/// <summary>One entry of the ledger: why stock moved, and when. Written once, never changed and never deleted; taken back by
/// another.</summary>
public sealed class BookingRow
{
    public long Id { get; init; }

    public DateTime At { get; init; }

    public required string Kind { get; init; }

    /// <summary>The address of the kit it is about, which it outlives; none where it is about the studio's stock alone.</summary>
    public string? Kit { get; init; }

    public int? KitId { get; init; }

    /// <summary>The kit's revision when it was booked.</summary>
    public int Revision { get; init; }

    /// <summary>How many kits it is about.</summary>
    public int? Kits { get; init; }

    public required string Reason { get; init; }

    /// <summary>Minted by whoever asks, once for one press: the second request with it books nothing.</summary>
    public string? Key { get; init; }

    /// <summary>Of a confirmed run: what it is confirmed for, so that a changed kit is told from it.</summary>
    public string? Instance { get; init; }

    /// <summary>The booking that this one takes back.</summary>
    public long? TakesBackId { get; init; }

    public List<MovementRow> Movements { get; } = [];

    public List<SheetsCutRow> Sheets { get; } = [];
}

/// <summary>So many sheets of a kit were cut as they stand here.</summary>
public sealed class SheetsCutRow
{
    public long Id { get; init; }

    public long BookingId { get; init; }

    public int KitId { get; init; }

    /// <summary>The sheet with its pieces, as JSON, without counts.</summary>
    public required string Sheet { get; init; }

    /// <summary>How many more are cut, fewer where negative; never 0.</summary>
    public int Count { get; init; }
}

/// <summary>Something came into stock or went out of it. Written once, never changed and never deleted: not even when its kit is.</summary>
public sealed class MovementRow
{
    public long Id { get; init; }

    /// <summary>The booking it belongs to; none of those from before there were any.</summary>
    public long? BookingId { get; init; }

    /// <summary>The thing that moved; none where nothing says any more what it was.</summary>
    public int? ThingId { get; set; }

    /// <summary>Whether it is promised to the kit rather than moved.</summary>
    public bool IsPromise { get; init; }

    /// <summary>Of offcuts of which only one face may be used: A or B.</summary>
    public string? Face { get; init; }

    public DateTime At { get; init; }

    /// <summary>The address of the kit; no foreign key, as the movement outlives it.</summary>
    public required string Kit { get; init; }

    /// <summary>The revision whose stock is what it is after this.</summary>
    public int Revision { get; init; }

    /// <summary>sheets, offcuts or parts.</summary>
    public required string Item { get; init; }

    public required string ItemId { get; init; }

    public required string Name { get; init; }

    /// <summary>Of offcuts: their size, exactly, in ticks.</summary>
    public long? Width { get; init; }

    public long? Height { get; init; }

    /// <summary>How many came, or went where negative; never 0.</summary>
    public int Count { get; init; }

    /// <summary>Why.</summary>
    public required string Reason { get; init; }
}

/// <summary>A bag that is packed.</summary>
public sealed class BagRow
{
    public int Id { get; init; }

    public int KitId { get; init; }

    /// <summary>From 1, within the kit.</summary>
    public int Number { get; init; }

    public int? GuestId { get; init; }

    /// <summary>The revision it is packed by.</summary>
    public int Revision { get; set; }

    /// <summary>What was scanned into it and how often, as JSON.</summary>
    public string Packed { get; set; } = "{}";

    public DateTime? ClosedAt { get; set; }

    public string? ClosedBy { get; set; }

    /// <summary>What went in instead of something, said when it was closed.</summary>
    public string? Substitutions { get; set; }

    /// <summary>What was closed, opened again and why, a line each.</summary>
    public string Record { get; set; } = "";

    /// <summary>Rises with every change, so that a lost race is seen.</summary>
    public int Version { get; set; }
}

/// <summary>A piece that was spoiled at a table, or was missing there.</summary>
public sealed class SpoiledRow
{
    public int Id { get; init; }

    public int KitId { get; init; }

    /// <summary>Its label: L1-B2.</summary>
    public required string Piece { get; init; }

    /// <summary>Whether it never was in the bag.</summary>
    public bool IsMissing { get; init; }

    /// <summary>Who told it, as they call themselves; none where nobody said.</summary>
    public string? Person { get; set; }

    public DateTime ToldAt { get; init; }

    public DateTime? SettledAt { get; set; }

    /// <summary>How it was put right: spare, sheet, kept, covered; none while it is open.</summary>
    public string? Settled { get; set; }
}

/// <summary>How long a step took at a table, told by somebody who agreed to it. Nothing of the person is kept.</summary>
public sealed class StepTimeRow
{
    public int Id { get; init; }

    public int KitId { get; init; }

    /// <summary>The kind of step: cut, mat, lay.</summary>
    public required string Kind { get; init; }

    public int Seconds { get; init; }

    /// <summary>How many things were done in it: cuts, mats, pieces laid; 1 or more.</summary>
    public int Things { get; init; }

    public DateTime ToldAt { get; init; }
}
