using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace VelvetFold.Store.Migrations
{
    /// <inheritdoc />
    public partial class Days : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Seat",
                table: "Guests",
                type: "TEXT",
                maxLength: 500,
                nullable: true);

            migrationBuilder.CreateTable(
                name: "WorkshopDays",
                columns: table => new
                {
                    WorkshopId = table.Column<int>(type: "INTEGER", nullable: false),
                    Plan = table.Column<string>(type: "TEXT", nullable: false),
                    Reminded = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_WorkshopDays", x => x.WorkshopId);
                    table.ForeignKey(
                        name: "FK_WorkshopDays_Workshops_WorkshopId",
                        column: x => x.WorkshopId,
                        principalTable: "Workshops",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "WorkshopDays");

            migrationBuilder.DropColumn(
                name: "Seat",
                table: "Guests");
        }
    }
}
