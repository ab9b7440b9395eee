using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class Corrections : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind",
                table: "Log");

            migrationBuilder.AddColumn<string>(
                name: "History",
                table: "Log",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "StruckAt",
                table: "Log",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind_StruckAt",
                table: "Log",
                columns: new[] { "Season", "PlantId", "Visit", "Kind", "StruckAt" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind_StruckAt",
                table: "Log");

            migrationBuilder.DropColumn(
                name: "History",
                table: "Log");

            migrationBuilder.DropColumn(
                name: "StruckAt",
                table: "Log");

            migrationBuilder.CreateIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind",
                table: "Log",
                columns: new[] { "Season", "PlantId", "Visit", "Kind" });
        }
    }
}
