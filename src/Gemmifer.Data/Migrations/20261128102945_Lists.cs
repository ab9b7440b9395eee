using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Gemmifer.Data.Migrations
{
    /// <inheritdoc />
    public partial class Lists : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Log_PlantId_Season",
                table: "Log");

            migrationBuilder.AddColumn<string>(
                name: "SearchText",
                table: "Plants",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "SortKey",
                table: "Plants",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "Looked",
                table: "Surveys",
                type: "INTEGER",
                nullable: false,
                computedColumnSql: "Stems <> '[]' OR Row IS NOT NULL",
                stored: false);

            migrationBuilder.CreateIndex(
                name: "IX_Surveys_Season_PlantId_Visit_Looked",
                table: "Surveys",
                columns: new[] { "Season", "PlantId", "Visit", "Looked" });

            migrationBuilder.CreateIndex(
                name: "IX_Plants_SortKey_Id",
                table: "Plants",
                columns: new[] { "SortKey", "Id" },
                filter: "RemovedAt IS NULL");

            migrationBuilder.CreateIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind",
                table: "Log",
                columns: new[] { "Season", "PlantId", "Visit", "Kind" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Surveys_Season_PlantId_Visit_Looked",
                table: "Surveys");

            migrationBuilder.DropIndex(
                name: "IX_Plants_SortKey_Id",
                table: "Plants");

            migrationBuilder.DropIndex(
                name: "IX_Log_Season_PlantId_Visit_Kind",
                table: "Log");

            migrationBuilder.DropColumn(
                name: "Looked",
                table: "Surveys");

            migrationBuilder.DropColumn(
                name: "SearchText",
                table: "Plants");

            migrationBuilder.DropColumn(
                name: "SortKey",
                table: "Plants");

            migrationBuilder.CreateIndex(
                name: "IX_Log_PlantId_Season",
                table: "Log",
                columns: new[] { "PlantId", "Season" });
        }
    }
}
