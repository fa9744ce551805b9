using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace VelvetFold.Store.Migrations
{
    /// <inheritdoc />
    public partial class StudioStock : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Movements_Kit_Item_ItemId_Width_Height_Name_Count",
                table: "Movements");

            migrationBuilder.AddColumn<long>(
                name: "BookingId",
                table: "Movements",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Face",
                table: "Movements",
                type: "TEXT",
                maxLength: 1,
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "IsPromise",
                table: "Movements",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<int>(
                name: "ThingId",
                table: "Movements",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Bookings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", maxLength: 20, nullable: false),
                    Kit = table.Column<string>(type: "TEXT", maxLength: 80, nullable: true),
                    KitId = table.Column<int>(type: "INTEGER", nullable: true),
                    Revision = table.Column<int>(type: "INTEGER", nullable: false),
                    Kits = table.Column<int>(type: "INTEGER", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", maxLength: 200, nullable: false),
                    Key = table.Column<string>(type: "TEXT", maxLength: 80, nullable: true),
                    Instance = table.Column<string>(type: "TEXT", maxLength: 80, nullable: true),
                    TakesBackId = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bookings", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Bookings_Bookings_TakesBackId",
                        column: x => x.TakesBackId,
                        principalTable: "Bookings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Bookings_Kits_KitId",
                        column: x => x.KitId,
                        principalTable: "Kits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.SetNull);
                });

            migrationBuilder.CreateTable(
                name: "Things",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Kind = table.Column<string>(type: "TEXT", maxLength: 10, nullable: false),
                    Name = table.Column<string>(type: "TEXT", maxLength: 120, nullable: false),
                    Description = table.Column<string>(type: "TEXT", nullable: false),
                    Limited = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Things", x => x.Id);
                    table.CheckConstraint("CK_Things_Kind", "Kind IN ('paper', 'parts')");
                });

            migrationBuilder.CreateTable(
                name: "SheetsCut",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    BookingId = table.Column<long>(type: "INTEGER", nullable: false),
                    KitId = table.Column<int>(type: "INTEGER", nullable: false),
                    Sheet = table.Column<string>(type: "TEXT", nullable: false),
                    Count = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SheetsCut", x => x.Id);
                    table.CheckConstraint("CK_SheetsCut_Count", "Count <> 0");
                    table.ForeignKey(
                        name: "FK_SheetsCut_Bookings_BookingId",
                        column: x => x.BookingId,
                        principalTable: "Bookings",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_SheetsCut_Kits_KitId",
                        column: x => x.KitId,
                        principalTable: "Kits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "KitThings",
                columns: table => new
                {
                    KitId = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", maxLength: 10, nullable: false),
                    LocalId = table.Column<string>(type: "TEXT", maxLength: 120, nullable: false),
                    ThingId = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_KitThings", x => new { x.KitId, x.Kind, x.LocalId });
                    table.ForeignKey(
                        name: "FK_KitThings_Kits_KitId",
                        column: x => x.KitId,
                        principalTable: "Kits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "FK_KitThings_Things_ThingId",
                        column: x => x.ThingId,
                        principalTable: "Things",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Movements_BookingId",
                table: "Movements",
                column: "BookingId");

            migrationBuilder.CreateIndex(
                name: "IX_Movements_IsPromise_ThingId_Item_Width_Height_Face_Kit_Count",
                table: "Movements",
                columns: new[] { "IsPromise", "ThingId", "Item", "Width", "Height", "Face", "Kit", "Count" });

            migrationBuilder.CreateIndex(
                name: "IX_Movements_Kit_ItemId",
                table: "Movements",
                columns: new[] { "Kit", "ItemId" });

            migrationBuilder.CreateIndex(
                name: "IX_Movements_ThingId",
                table: "Movements",
                column: "ThingId");

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_Key",
                table: "Bookings",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_KitId_Kind",
                table: "Bookings",
                columns: new[] { "KitId", "Kind" });

            migrationBuilder.CreateIndex(
                name: "IX_Bookings_TakesBackId",
                table: "Bookings",
                column: "TakesBackId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_KitThings_ThingId",
                table: "KitThings",
                column: "ThingId");

            migrationBuilder.CreateIndex(
                name: "IX_SheetsCut_BookingId",
                table: "SheetsCut",
                column: "BookingId");

            migrationBuilder.CreateIndex(
                name: "IX_SheetsCut_KitId",
                table: "SheetsCut",
                column: "KitId");

            migrationBuilder.CreateIndex(
                name: "IX_Things_Name",
                table: "Things",
                column: "Name");

            migrationBuilder.AddForeignKey(
                name: "FK_Movements_Bookings_BookingId",
                table: "Movements",
                column: "BookingId",
                principalTable: "Bookings",
                principalColumn: "Id",
                onDelete: ReferentialAction.Restrict);

            migrationBuilder.AddForeignKey(
                name: "FK_Movements_Things_ThingId",
                table: "Movements",
                column: "ThingId",
                principalTable: "Things",
                principalColumn: "Id",
                onDelete: ReferentialAction.Restrict);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "FK_Movements_Bookings_BookingId",
                table: "Movements");

            migrationBuilder.DropForeignKey(
                name: "FK_Movements_Things_ThingId",
                table: "Movements");

            migrationBuilder.DropTable(
                name: "KitThings");

            migrationBuilder.DropTable(
                name: "SheetsCut");

            migrationBuilder.DropTable(
                name: "Things");

            migrationBuilder.DropTable(
                name: "Bookings");

            migrationBuilder.DropIndex(
                name: "IX_Movements_BookingId",
                table: "Movements");

            migrationBuilder.DropIndex(
                name: "IX_Movements_IsPromise_ThingId_Item_Width_Height_Face_Kit_Count",
                table: "Movements");

            migrationBuilder.DropIndex(
                name: "IX_Movements_Kit_ItemId",
                table: "Movements");

            migrationBuilder.DropIndex(
                name: "IX_Movements_ThingId",
                table: "Movements");

            migrationBuilder.DropColumn(
                name: "BookingId",
                table: "Movements");

            migrationBuilder.DropColumn(
                name: "Face",
                table: "Movements");

            migrationBuilder.DropColumn(
                name: "IsPromise",
                table: "Movements");

            migrationBuilder.DropColumn(
                name: "ThingId",
                table: "Movements");

            migrationBuilder.CreateIndex(
                name: "IX_Movements_Kit_Item_ItemId_Width_Height_Name_Count",
                table: "Movements",
                columns: new[] { "Kit", "Item", "ItemId", "Width", "Height", "Name", "Count" });
        }
    }
}
