using VelvetFold.Web;

return await Application.RunAsync(args);

/// <summary>The entry point; tests start the application by it.</summary>
public partial class Program;
