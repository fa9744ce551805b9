using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace VelvetFold.Store.Migrations
{
    /// <inheritdoc />
    public partial class FacePictures : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "FacePictures",
                columns: table => new
                {
                    ThingId = table.Column<int>(type: "INTEGER", nullable: false),
                    Face = table.Column<string>(type: "TEXT", maxLength: 1, nullable: false),
                    Small = table.Column<byte[]>(type: "BLOB", nullable: false),
                    Shown = table.Column<bool>(type: "INTEGER", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_FacePictures", x => new { x.ThingId, x.Face });
                    table.CheckConstraint("CK_FacePictures_Face", "Face IN ('A', 'B')");
                    table.ForeignKey(
                        name: "FK_FacePictures_Things_ThingId",
                        column: x => x.ThingId,
                        principalTable: "Things",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "FacePictures");
        }
    }
}
