using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace VelvetFold.Store.Migrations
{
    /// <inheritdoc />
    public partial class Table : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Words",
                table: "Guests",
                type: "TEXT",
                nullable: false,
                defaultValue: "{}");

            migrationBuilder.CreateTable(
                name: "Spoiled",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    KitId = table.Column<int>(type: "INTEGER", nullable: false),
                    Piece = table.Column<string>(type: "TEXT", maxLength: 40, nullable: false),
                    IsMissing = table.Column<bool>(type: "INTEGER", nullable: false),
                    Person = table.Column<string>(type: "TEXT", maxLength: 120, nullable: true),
                    ToldAt = table.Column<DateTime>(type: "TEXT", nullable: false),
                    SettledAt = table.Column<DateTime>(type: "TEXT", nullable: true),
                    Settled = table.Column<string>(type: "TEXT", maxLength: 10, nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Spoiled", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Spoiled_Kits_KitId",
                        column: x => x.KitId,
                        principalTable: "Kits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "StepTimes",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    KitId = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", maxLength: 20, nullable: false),
                    Seconds = table.Column<int>(type: "INTEGER", nullable: false),
                    Things = table.Column<int>(type: "INTEGER", nullable: false),
                    ToldAt = table.Column<DateTime>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_StepTimes", x => x.Id);
                    table.CheckConstraint("CK_StepTimes_Things", "Things > 0 AND Seconds > 0");
                    table.ForeignKey(
                        name: "FK_StepTimes_Kits_KitId",
                        column: x => x.KitId,
                        principalTable: "Kits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Spoiled_KitId_SettledAt",
                table: "Spoiled",
                columns: new[] { "KitId", "SettledAt" });

            migrationBuilder.CreateIndex(
                name: "IX_StepTimes_Kind",
                table: "StepTimes",
                column: "Kind");

            migrationBuilder.CreateIndex(
                name: "IX_StepTimes_KitId",
                table: "StepTimes",
                column: "KitId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Spoiled");

            migrationBuilder.DropTable(
                name: "StepTimes");

            migrationBuilder.DropColumn(
                name: "Words",
                table: "Guests");
        }
    }
}
