namespace VelvetFold.Web;

/// <summary>Where the open studio lies.</summary>
internal sealed record StudioFolder(string Path);
