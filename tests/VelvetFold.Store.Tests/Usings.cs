global using Size = VelvetFold.Core.Measures.Size;
